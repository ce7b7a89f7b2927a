import { degreePcOf, type Chord } from '../../theory/chord';
import type { VoicingType, Neck, TuningName } from '../../song/choices';
import { transitionCost } from '../costs';
import { GOES_ON } from '../auto';
import { cheapestPath } from '../path';
import { bareShapes, isBare } from './bare';
import {
  POSITION_COST,
  fretted,
  guitarShapes,
  innerMutes,
  neededDegrees,
  weight,
  type Frets,
  type NeckShape,
} from './shapes';
import { STANDARD_TUNING, openStrings } from './tunings';

/** What a guitar part asks of its shapes. */
export interface GuitarAim {
  /** MIDI number; the standard low string (40) is the open position, each semitone more a fret up the neck. Unheeded low on the neck. */
  readonly register: number;
  /** Strings struck, 3–6. */
  readonly strings: number;
  readonly neck?: Neck;
  readonly tuning?: TuningName;
  readonly capo?: number;
  /** Bare roots and fifths instead of full shapes. */
  readonly voicingType?: VoicingType;
  /** True where a bass part plays under it. */
  readonly bassPlays?: boolean;
}

/** A chord to be fingered, and what is asked of its shape. */
export interface ToFinger {
  readonly chord: Chord;
  readonly aim: GuitarAim;
  /** Pitches set by hand, taken as they are. */
  readonly fixed?: readonly number[] | null;
  /** A shape set by hand, taken as it is. */
  readonly frets?: Frets | null;
}

/** Shapes kept at each position of the neck for the path search, and in all. */
const KEPT_AT_POSITION = 3;
const KEPT = 14;
const KEPT_TURNED = 28;

/** What a fret off the place costs: where a place is asked for, and where travel counts more. */
const PLACE_WEIGHT = 1.6;
const SMOOTH_WEIGHT = 0.25;
/** What each open string is worth low on the neck. */
const RINGING = 1.2;

/** What a semitone in one voice costs where not all strings are struck: the hand then leads voices as a pianist's does. */
const LED = 0.6;
const STRINGS = STANDARD_TUNING.length;

/** What a fret of travel between chords costs, by what is asked of the neck. */
const TRAVEL: Record<Neck, number> = { open: 0.7, position: 0.7, smooth: 2.4 };

function bestByPosition(shapes: readonly NeckShape[]): NeckShape[] {
  const taken = new Map<number, number>();
  return shapes.filter(({ position }) => {
    const count = taken.get(position) ?? 0;
    taken.set(position, count + 1);
    return count < KEPT_AT_POSITION;
  });
}

/** A shape with what its strings sound. */
export function shapeOf(frets: Frets, open: readonly number[]): NeckShape {
  const pressed = fretted(frets);
  return {
    frets,
    pitches: frets.flatMap((f, s) => (f === null ? [] : [open[s]! + f])),
    position: pressed.length ? Math.min(...pressed) : 0,
    cost: 0,
  };
}

const memory = new Map<string, readonly NeckShape[]>();

function shapesOf(
  chord: Chord,
  tuning: TuningName,
  capo: number,
  bare: VoicingType | null,
): readonly NeckShape[] {
  const key = `${chord.symbol}|${tuning}|${capo}|${bare ?? ''}`;
  let known = memory.get(key);
  if (!known) {
    const open = openStrings(tuning, capo);
    const bareOnes = bare ? bareShapes(chord, bare, open) : [];
    known = bestByPosition(bareOnes.length ? bareOnes : guitarShapes(chord, open));
    if (memory.size > 2000) memory.clear();
    memory.set(key, known);
  }
  return known;
}

const aimedMemory = new Map<string, readonly NeckShape[]>();

/** A chord's shapes as a part asks for them, best first: so many strings, at a place on the neck. */
export function shapesFor(chord: Chord, aim: GuitarAim): readonly NeckShape[] {
  const { register, neck = 'position', tuning = 'standard', capo = 0, voicingType = 'guitar' } = aim;
  const bare = isBare(voicingType) ? voicingType : null;
  const key = `${chord.symbol}|${register}|${aim.strings}|${turns(aim)}|${neck}|${tuning}|${capo}|${bare ?? ''}`;
  let known = aimedMemory.get(key);
  if (!known) {
    const wanted = neck === 'open' ? 0 : Math.max(0, register - STANDARD_TUNING[0]!);
    // Where the writer asks for a place on the neck, that counts instead of closeness to the nut.
    const weight = neck === 'smooth' ? SMOOTH_WEIGHT : wanted ? PLACE_WEIGHT : POSITION_COST;
    const ringing = neck === 'open' ? RINGING : 0;
    const open = openStrings(tuning, capo);
    known = shapesOf(chord, tuning, capo, bare)
      .flatMap((shape) => limited(shape, aim, chord, open))
      .map((s) => ({
        ...s,
        cost:
          s.cost -
          POSITION_COST * s.position +
          weight * Math.abs(s.position - wanted) -
          ringing * s.frets.filter((f) => f === 0).length,
      }))
      .sort((a, b) => a.cost - b.cost)
      .slice(0, turns(aim) ? KEPT_TURNED : KEPT);
    if (aimedMemory.size > 2000) aimedMemory.clear();
    aimedMemory.set(key, known);
  }
  return known;
}

/** What a lost tone and a muted string between struck ones cost, where strings are left out. */
const LOST = 6;
const GAP = 1.5;

/** Choices of so many of a list, in order. */
function choose<T>(from: readonly T[], count: number): T[][] {
  if (count === 0) return [[]];
  return from.flatMap((first, i) => choose(from.slice(i + 1), count - 1).map((rest) => [first, ...rest]));
}

/** Strings up to which a guitar over a bass is free of the root: each of its strings may be the lowest. */
export const FREE_OF_ROOT = 4;

/** True where a shape may be turned: few strings, and a bass that has the root. */
const turns = ({ strings, bassPlays = false }: GuitarAim): boolean => bassPlays && strings <= FREE_OF_ROOT;

/**
 * A shape with fewer strings struck, once for each string that may be the lowest: third, seventh and named tones
 * stay, and of what else there is the highest strings. What is lost all the same makes the shape dearer.
 */
function limited(shape: NeckShape, aim: GuitarAim, chord: Chord, open: readonly number[]): NeckShape[] {
  const { strings } = aim;
  if (shape.pitches.length <= strings) return [shape];
  const needed = neededDegrees(chord).map((d) => ({ pc: degreePcOf(chord, d), weight: weight(d) }));
  const sounding = shape.frets.flatMap((f, s) => (f === null ? [] : [s]));
  const lowest = turns(aim) ? sounding.slice(0, sounding.length - strings + 1) : sounding.slice(0, 1);
  return lowest.map((low, i) => {
    let best = shape;
    let bestCost = Infinity;
    for (const kept of choose(sounding.slice(i + 1), strings - 1)) {
      const struck = new Set([low, ...kept]);
      const frets = shape.frets.map((f, s) => (struck.has(s) ? f : null));
      const pitches = frets.flatMap((f, s) => (f === null ? [] : [open[s]! + f]));
      const pcs = new Set(pitches.map((p) => p % 12));
      const lost = needed.reduce((sum, tone) => sum + (pcs.has(tone.pc) ? 0 : tone.weight), 0);
      const cost = LOST * lost + GAP * innerMutes(frets);
      // Of equals the later one: its strings are higher.
      if (cost <= bestCost) {
        bestCost = cost;
        best = { ...shape, frets, pitches, cost: shape.cost + cost };
      }
    }
    return best;
  });
}

/**
 * Shapes for a run of chords: each chord's best shapes, and among them the path along which
 * the hand travels least. Tones or frets set by hand are fixed nodes.
 */
export function guitarPath(chords: readonly ToFinger[]): NeckShape[] {
  const layers = chords.map(({ chord, aim, fixed, frets }): readonly NeckShape[] => {
    if (frets?.length) return [shapeOf(frets, openStrings(aim.tuning ?? 'standard', aim.capo))];
    const exact = fixed?.length ? fixed : chord.exact;
    if (exact) return [{ frets: [], pitches: [...exact].sort((a, b) => a - b), position: 0, cost: 0 }];
    return shapesFor(chord, aim);
  });
  return cheapestPath(
    layers,
    (s) => s.cost,
    (layer, from, to) => {
      const { aim } = chords[layer]!;
      const [a, b] = [layers[layer - 1]![from]!, layers[layer]![to]!];
      const hand = TRAVEL[aim.neck ?? 'position'] * Math.abs(a.position - b.position);
      if (aim.strings === STRINGS) return hand;
      const led = layer === 1 && layers[0]!.length === 1 ? GOES_ON * LED : LED;
      return hand + led * transitionCost(a.pitches, b.pitches);
    },
  );
}
