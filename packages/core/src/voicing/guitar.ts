import { degreePcOf, type Chord } from '../theory/chord';
import { degreeNumber } from '../theory/degree';
import { mod } from '../theory/pitch';
import { parseChord } from '../theory/chordGrammar';
import { cheapestPath } from './path';
import { bassPc } from './tones';

/** Standard tuning, low string first, MIDI numbers. */
export const STANDARD_TUNING = [40, 45, 50, 55, 59, 64] as const;

/** A shape: a fret for each string from the lowest, 0 open, null muted. */
export interface Shape {
  readonly frets: readonly (number | null)[];
  /** Sounding pitches from the lowest string to the highest. */
  readonly pitches: readonly number[];
  /** Lowest fretted fret, 0 where all sounding strings are open. */
  readonly position: number;
  readonly cost: number;
}

const SPAN = 4;
const LAST_FRET = 14;
/** For each fret between the nut and the hand. */
const POSITION_COST = 0.9;
/** Shapes kept at each position of the neck for the path search. */
const KEPT = 3;

const fretted = (frets: readonly (number | null)[]): number[] =>
  frets.filter((f): f is number => f !== null && f > 0);

/** Fingers a shape needs; a barre at its lowest fret counts as one where nothing under it is open. */
export function fingersOf(frets: readonly (number | null)[]): number {
  const pressed = fretted(frets);
  if (!pressed.length) return 0;
  const lowest = Math.min(...pressed);
  const first = frets.indexOf(lowest);
  const behind = frets.slice(first);
  const barre = pressed.filter((f) => f === lowest).length > 1 && !behind.includes(0);
  return barre ? pressed.filter((f) => f > lowest).length + 1 : pressed.length;
}

/** Muted strings between sounding ones. */
export function innerMutes(frets: readonly (number | null)[]): number {
  const sounding = frets.map((f) => f !== null);
  const first = sounding.indexOf(true);
  const last = sounding.lastIndexOf(true);
  return sounding.slice(first, last + 1).filter((s) => !s).length;
}

/** True where a hand can hold it: four fingers, a span of four frets, one inner mute at most. */
export function isPlayable(frets: readonly (number | null)[]): boolean {
  const pressed = fretted(frets);
  const span = pressed.length ? Math.max(...pressed) - Math.min(...pressed) : 0;
  return span < SPAN && fingersOf(frets) <= 4 && innerMutes(frets) <= 1;
}

/** Tones a shape must hold; the fifth and what the name only implies may be left out. */
function neededPcs(chord: Chord): number[] {
  const needed = chord.degrees.filter((d) => !chord.optional.includes(d) && d !== '5');
  const byWeight = [...needed].sort((a, b) => weight(b) - weight(a));
  return byWeight.slice(0, 5).map((d) => degreePcOf(chord, d));
}

const weight = (degree: string): number => {
  const number = degreeNumber(degree);
  if (number === 3 || number === 7) return 4;
  if (degree.length > 1) return 3;
  return number === 1 ? 1 : 2;
};

/** Smaller is better: full, low on the neck, open strings, few fingers. */
function shapeCost(frets: readonly (number | null)[], pitches: readonly number[], pcs: number): number {
  const pressed = fretted(frets);
  const position = pressed.length ? Math.min(...pressed) : 0;
  const silent = frets.length - pitches.length;
  const missing = pcs - new Set(pitches.map((p) => p % 12)).size;
  const span = pressed.length ? Math.max(...pressed) - position : 0;
  return (
    2.4 * silent +
    4 * innerMutes(frets) +
    POSITION_COST * position +
    0.6 * fingersOf(frets) +
    1.5 * missing +
    0.8 * span
  );
}

/** Frets of one string that sound a tone of the chord within a window, or leave it open or mute. */
function choices(open: number, low: number, wanted: ReadonlySet<number>): (number | null)[] {
  const frets: (number | null)[] = [];
  for (let fret = low; fret < low + SPAN; fret++) {
    if (fret > 0 && wanted.has((open + fret) % 12)) frets.push(fret);
  }
  // Open strings ring well low on the neck; further up they are left to the writer.
  if (low <= 5 && wanted.has(open % 12)) frets.push(0);
  frets.push(null);
  return frets;
}

/** Every playable shape of a chord in a tuning, best first, at least one for any chord of both rings. */
export function guitarShapes(chord: Chord, tuning: readonly number[] = STANDARD_TUNING): Shape[] {
  const wanted = new Set(chord.degrees.map((d) => degreePcOf(chord, d)));
  const bass = bassPc(chord);
  const withBass = new Set([...wanted, bass]);
  const needed = neededPcs(chord);
  const found = new Map<string, Shape>();
  for (let low = 1; low <= LAST_FRET - SPAN + 1; low++) {
    const options = tuning.map((open, s) => choices(open, low, s < 3 ? withBass : wanted));
    const frets: (number | null)[] = [];
    const search = (string: number): void => {
      if (string === tuning.length) return keep();
      for (const fret of options[string]!) {
        // The first sounding string carries the chord's bass.
        const opens = fret !== null && frets.every((f) => f === null);
        if (opens && (tuning[string]! + fret) % 12 !== bass) continue;
        if (fret === null && string > 3 && frets.every((f) => f === null)) continue;
        frets.push(fret);
        if (innerMutesSoFar(frets) <= 1) search(string + 1);
        frets.pop();
      }
    };
    const keep = (): void => {
      const pitches = frets.flatMap((f, s) => (f === null ? [] : [tuning[s]! + f]));
      if (pitches.length < 3 && !(needed.length < 3 && pitches.length === 2)) return;
      const pcs = new Set(pitches.map((p) => p % 12));
      if (!needed.every((pc) => pcs.has(mod(pc, 12))) || !isPlayable(frets)) return;
      if (new Set(pitches).size < pitches.length) return;
      const key = frets.join();
      if (found.has(key)) return;
      const pressed = fretted(frets);
      const position = pressed.length ? Math.min(...pressed) : 0;
      found.set(key, {
        frets: [...frets],
        pitches,
        position,
        cost: shapeCost(frets, pitches, withBass.size),
      });
    };
    search(0);
  }
  return [...found.values()].sort((a, b) => a.cost - b.cost || (a.frets.join() < b.frets.join() ? -1 : 1));
}

const innerMutesSoFar = (frets: readonly (number | null)[]): number => {
  const first = frets.findIndex((f) => f !== null);
  return first < 0 ? 0 : frets.slice(first).filter((f) => f === null).length - trailingMutes(frets);
};

const trailingMutes = (frets: readonly (number | null)[]): number => {
  let count = 0;
  for (let i = frets.length - 1; i >= 0 && frets[i] === null; i--) count++;
  return count;
};

function bestByPosition(shapes: readonly Shape[]): Shape[] {
  const taken = new Map<number, number>();
  return shapes.filter(({ position }) => {
    const count = taken.get(position) ?? 0;
    taken.set(position, count + 1);
    return count < KEPT;
  });
}

const memory = new Map<string, readonly Shape[]>();

function shapesOf(symbol: string): readonly Shape[] {
  let known = memory.get(symbol);
  if (!known) {
    known = bestByPosition(guitarShapes(parseChord(symbol)));
    if (memory.size > 2000) memory.clear();
    memory.set(symbol, known);
  }
  return known;
}

/**
 * Shapes for a run of chords: each chord's best shapes, and among them the path along which
 * the hand travels least. `register` (MIDI) sets how far up the neck: E2 (40) is the open position.
 * `strings` limits how many sound; tones set by hand are taken as they are.
 */
export function guitarPath(
  chords: readonly { symbol: string; register: number; strings: number; fixed?: readonly number[] | null }[],
): (readonly number[])[] {
  const layers = chords.map(({ symbol, register, strings, fixed }) => {
    if (fixed?.length) {
      return [{ frets: [], pitches: [...fixed].sort((a, b) => a - b), position: 0, cost: 0 }];
    }
    return shapesFor(symbol, register, strings);
  });
  return cheapestPath(
    layers,
    (s) => s.cost,
    (layer, from, to) => 0.7 * Math.abs(layers[layer - 1]![from]!.position - layers[layer]![to]!.position),
  ).map((s) => s.pitches);
}

const aimedMemory = new Map<string, readonly Shape[]>();

/** A chord's shapes as a part asks for them: so many strings, and about so far up the neck. */
function shapesFor(symbol: string, register: number, strings: number): readonly Shape[] {
  const key = `${symbol}|${register}|${strings}`;
  let known = aimedMemory.get(key);
  if (!known) {
    const aim = Math.max(0, register - STANDARD_TUNING[0]);
    // Where the writer asks for a place on the neck, that counts instead of closeness to the nut.
    const away = (s: Shape): number => (aim ? 1.6 : POSITION_COST) * Math.abs(s.position - aim);
    known = shapesOf(symbol)
      .map((shape) => limited(shape, strings))
      .map((s) => ({ ...s, cost: s.cost - POSITION_COST * s.position + away(s) }))
      .sort((a, b) => a.cost - b.cost)
      .slice(0, 12);
    if (aimedMemory.size > 2000) aimedMemory.clear();
    aimedMemory.set(key, known);
  }
  return known;
}

/** A shape with fewer strings struck: the bass stays, then the highest strings are kept. */
function limited(shape: Shape, strings: number): Shape {
  if (shape.pitches.length <= strings) return shape;
  const [bass, ...rest] = shape.pitches;
  return { ...shape, pitches: [bass!, ...rest.slice(rest.length - strings + 1)] };
}
