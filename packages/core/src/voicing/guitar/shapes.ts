import { degreePcOf, type Chord } from '../../theory/chord';
import { degreeNumber, type Degree } from '../../theory/degree';
import { mod } from '../../theory/pitch';
import { muddyPairs } from '../costs';
import { bassPc } from '../tones';
import { STANDARD_TUNING } from './tunings';
import type { MidiNote } from '../../units/units';

/** A fret for each string from the lowest, counted from the nut or the capo; 0 open, null muted. */
export type Frets = readonly (number | null)[];

/** A shape on the neck. */
export interface NeckShape {
  readonly frets: Frets;
  /** Sounding pitches from the lowest string to the highest. */
  readonly pitches: readonly number[];
  /** Lowest fretted fret, 0 where all sounding strings are open. */
  readonly position: number;
  readonly cost: number;
}

/** Frets a hand spans. */
export const SPAN = 4;
/** Highest fret that chords are looked for at. */
export const LAST_FRET = 14;
/** For each fret between the nut and the hand. */
export const POSITION_COST = 0.9;

/** The frets that a shape stops, open and muted strings left out. */
export const fretted = (frets: Frets): number[] => frets.filter((f): f is number => f !== null && f > 0);

/** Fingers a shape needs; a barre at its lowest fret counts as one where nothing under it is open. */
export function fingersOf(frets: Frets): number {
  const pressed = fretted(frets);
  if (!pressed.length) return 0;
  const lowest = Math.min(...pressed);
  const first = frets.indexOf(lowest);
  const behind = frets.slice(first);
  const barre = pressed.filter((f) => f === lowest).length > 1 && !behind.includes(0);
  return barre ? pressed.filter((f) => f > lowest).length + 1 : pressed.length;
}

/** Muted strings between sounding ones. */
export function innerMutes(frets: Frets): number {
  const sounding = frets.map((f) => f !== null);
  const first = sounding.indexOf(true);
  const last = sounding.lastIndexOf(true);
  return sounding.slice(first, last + 1).filter((s) => !s).length;
}

/** True where a hand can hold it: four fingers, a span of four frets, one inner mute at most. */
export function isPlayable(frets: Frets): boolean {
  const pressed = fretted(frets);
  const span = pressed.length ? Math.max(...pressed) - Math.min(...pressed) : 0;
  return span < SPAN && fingersOf(frets) <= 4 && innerMutes(frets) <= 1;
}

/** Tones a shape must hold, the weightiest first; the fifth and what the name only implies may be left out. */
export function neededDegrees(chord: Chord): Degree[] {
  const needed = chord.degrees.filter((d) => !chord.optional.includes(d) && d !== '5');
  return [...needed].sort((a, b) => weight(b) - weight(a)).slice(0, 5);
}

/** How much a tone says of its chord: third and seventh most, then what the name alters. */
export const weight = (degree: string): number => {
  const number = degreeNumber(degree);
  if (number === 3 || number === 7) return 4;
  if (degree.length > 1) return 3;
  return number === 1 ? 1 : 2;
};

/** What makes a shape worse, in the unit of one semitone of a voice (common practice, checked against two sets of shapes). */
const SHAPE_COST = {
  silent: 2.4,
  innerMute: 4,
  finger: 0.6,
  fourthFinger: 0.9,
  missing: 0.8,
  span: 0.8,
  /** An open string between pressed ones away from the nut, or right beside a pressed bass string. */
  openAmidst: 0.9,
  /** A close pair of low strings. */
  muddy: 0.2,
} as const;

/** Open strings that ring between the fingers: away from the nut, or right beside a pressed bass. */
function openAmidst(frets: Frets, position: number): number {
  const first = frets.findIndex((f) => f !== null);
  return frets.filter((fret, s) => {
    if (fret !== 0 || s === first) return false;
    const between = (frets[s - 1] ?? 0) > 0 && (frets[s + 1] ?? 0) > 0;
    return (between && position > 1) || (s === first + 1 && between);
  }).length;
}

/** Smaller is better: full, low on the neck, open strings, few fingers. */
function shapeCost(frets: Frets, pitches: readonly number[], pcs: number): number {
  const pressed = fretted(frets);
  const position = pressed.length ? Math.min(...pressed) : 0;
  const missing = pcs - new Set(pitches.map((p) => p % 12)).size;
  const fingers = fingersOf(frets);
  return (
    SHAPE_COST.silent * (frets.length - pitches.length) +
    SHAPE_COST.innerMute * innerMutes(frets) +
    POSITION_COST * position +
    SHAPE_COST.finger * fingers +
    (fingers > 3 ? SHAPE_COST.fourthFinger : 0) +
    SHAPE_COST.missing * missing +
    SHAPE_COST.span * (pressed.length ? Math.max(...pressed) - position : 0) +
    SHAPE_COST.openAmidst * openAmidst(frets, position) +
    SHAPE_COST.muddy * muddyPairs(pitches)
  );
}

/** Frets of one string that sound a tone of the chord at a place of the hand, or leave it open or mute. */
function choices(open: number, low: number, wanted: number): (number | null)[] {
  const frets: (number | null)[] = [];
  for (let fret = low; fret < low + SPAN; fret++) if (has(wanted, open + fret)) frets.push(fret);
  // Open strings ring well low on the neck; further up they are left to the writer.
  if (low <= HIGHEST_WITH_OPEN && has(wanted, open)) frets.push(0);
  frets.push(null);
  return frets;
}

/** Pitch classes as bits of a number, so that the search compares sets at once. */
const bit = (pitch: MidiNote): number => 1 << mod(pitch, 12);
const has = (set: number, pitch: MidiNote): boolean => (set & bit(pitch)) !== 0;
const bits = (pcs: Iterable<number>): number => [...pcs].reduce((set, pc) => set | bit(pc), 0);

const HIGHEST_WITH_OPEN = 5;

/** What the search knows of a chord and a tuning before it begins. */
interface Sought {
  readonly open: readonly number[];
  /** Tones the lowest sounding string may have. */
  readonly lowest: number;
  /** Tones a shape must hold, and those it may hold on its low strings (with the bass) and its high ones. */
  readonly needed: number;
  readonly low: number;
  readonly high: number;
  readonly fewest: number;
}

/** Every playable shape whose lowest pressed fret is `position` (all open where it is 0). */
function shapesAt(position: number, sought: Sought, keep: (frets: (number | null)[]) => void): void {
  const { open, lowest, needed } = sought;
  const options = open.map((pitch, s) => choices(pitch, position, s < 3 ? sought.low : sought.high));
  // What the strings from one on can still sound: a branch that cannot complete the chord is left.
  const ahead = options.map(() => 0);
  for (let s = open.length - 1; s >= 0; s--) {
    const own = options[s]!.reduce<number>((set, f) => (f === null ? set : set | bit(open[s]! + f)), 0);
    ahead[s] = own | (ahead[s + 1] ?? 0);
  }
  const frets: (number | null)[] = [];
  const sounding: number[] = [];
  const search = (string: number, held: number, above: number, mutes: number, gap: number): void => {
    if (string === open.length) {
      if (sounding.length >= sought.fewest && (held & needed) === needed) keep(frets);
      return;
    }
    if ((needed & ~(held | ahead[string]!)) !== 0) return;
    for (const fret of options[string]!) {
      if (fret === null) {
        if (string > 3 && !sounding.length) continue;
        frets.push(null);
        search(string + 1, held, above, mutes, sounding.length ? gap + 1 : 0);
        frets.pop();
        continue;
      }
      const pitch = open[string]! + fret;
      // The first sounding string carries the chord's bass; gaps count once a string sounds behind them.
      if ((!sounding.length && !has(lowest, pitch)) || mutes + gap > 1) continue;
      const pressedAbove = above + (fret > position ? 1 : 0);
      if (pressedAbove > 4 || sounding.includes(pitch)) continue;
      frets.push(fret);
      sounding.push(pitch);
      search(string + 1, held | bit(pitch), pressedAbove, mutes + gap, 0);
      sounding.pop();
      frets.pop();
    }
  };
  search(0, 0, 0, 0, 0);
}

/** What a search insists on. */
interface Demand {
  readonly needed: readonly Degree[];
  /** True where the lowest string must sound the chord's bass. */
  readonly bass: boolean;
}

/**
 * What is asked of a chord's shapes, the whole first. Where no hand holds the whole, the nearest keeps
 * third, seventh and named tones as long as it can: the root is let go, then the bass, which the band's
 * bass has, then plain extensions, named alterations, and last the seventh.
 */
function demands(chord: Chord): Demand[] {
  const needed = neededDegrees(chord);
  const atLeast = (least: number): Degree[] => needed.filter((d) => weight(d) >= least);
  const tones = [atLeast(2), atLeast(3), atLeast(4)];
  return [
    { needed, bass: true },
    ...tones.flatMap((kept) => [
      { needed: kept, bass: true },
      { needed: kept, bass: false },
    ]),
    { needed: atLeast(4).slice(0, 1), bass: false },
    { needed: [], bass: false },
  ];
}

/**
 * Every playable shape of a chord over open strings (MIDI numbers, the lowest string first), best first; of a chord no
 * hand holds whole the nearest ones. Never empty.
 * @throws Error where not one string has a tone of the chord, which six strings and a capo never come to.
 */
export function guitarShapes(chord: Chord, open: readonly number[] = STANDARD_TUNING): NeckShape[] {
  for (const demand of demands(chord)) {
    const found = shapesWith(chord, open, demand);
    if (found.length) return found;
  }
  throw new Error(`No shape of ${chord.symbol} lies on these strings.`);
}

/** Every playable shape of a chord that holds what is demanded, best first. */
function shapesWith(chord: Chord, open: readonly number[], demand: Demand): NeckShape[] {
  const wanted = bits(chord.degrees.map((d) => degreePcOf(chord, d)));
  const needed = demand.needed.map((d) => degreePcOf(chord, d));
  const bass = bassPc(chord);
  const withBass = wanted | bit(bass);
  const count = chord.degrees.length + (has(wanted, bass) ? 0 : 1);
  const sought: Sought = {
    open,
    lowest: demand.bass ? bit(bass) : withBass,
    needed: bits(needed),
    low: withBass,
    high: wanted,
    fewest: needed.length < 3 ? 2 : 3,
  };
  const found: NeckShape[] = [];
  for (let position = 1; position <= LAST_FRET - SPAN + 1; position++) {
    shapesAt(position, sought, (frets) => {
      const pressed = fretted(frets);
      const lowest = pressed.length ? Math.min(...pressed) : 0;
      // Each shape is found once: where its lowest pressed fret is, an open one at the nut.
      if (lowest !== position && !(lowest === 0 && position === 1)) return;
      if (!isPlayable(frets)) return;
      const pitches = frets.flatMap((f, s) => (f === null ? [] : [open[s]! + f]));
      const shape = [...frets];
      found.push({ frets: shape, pitches, position: lowest, cost: shapeCost(shape, pitches, count) });
    });
  }
  const order = new Map(found.map((s) => [s, s.frets.join()]));
  return found.sort((a, b) => a.cost - b.cost || (order.get(a)! < order.get(b)! ? -1 : 1));
}
