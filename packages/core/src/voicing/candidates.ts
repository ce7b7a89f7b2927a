import { hasForeignBass, isSlash, type Chord } from '../theory/chord';
import { mod } from '../theory/pitch';
import { COST, standingCost } from './costs';
import { bassPc, toneSets, type ToneSet } from './tones';

/** What a part asks of its voicings. */
export interface Aim {
  /** 3–8. */
  readonly voices: number;
  /** Target of the lowest tone, MIDI number. */
  readonly register: number;
  /** Target mean distance of neighbouring tones, semitones. */
  readonly spread: number;
  readonly low: number;
  readonly high: number;
  readonly bassPlays: boolean;
}

export interface Candidate {
  readonly pitches: readonly number[];
  readonly cost: number;
}

/** As many candidates of a chord as take part in the path search. */
const KEPT = 18;

/** Tones stacked upward as closely as they go, the lowest at or above a floor. */
function stack(order: readonly number[], floor: number): number[] {
  const pitches: number[] = [];
  let at = floor;
  for (const pc of order) {
    at += mod(pc - at, 12);
    pitches.push(at);
    at += 1;
  }
  return pitches;
}

const lift = (pitches: readonly number[], indices: readonly number[]): number[] =>
  pitches.map((p, i) => (indices.includes(i) ? p + 12 : p)).sort((a, b) => a - b);

/** Close stack and the ways of opening it: every other tone, or single inner tones, an octave up. */
function openings(close: readonly number[]): number[][] {
  const n = close.length;
  const odd = close.map((_, i) => i).filter((i) => i % 2 === 1);
  const wide = close.map((p, i) => p + 12 * Math.floor((i * 2) / 3));
  const forms = [[...close], lift(close, odd), wide];
  for (let i = 1; i + 1 < n; i++) forms.push(lift(close, [i]));
  if (n > 3) forms.push(lift(close, [1, n - 2]), lift(close, [0]));
  // Root alone far below the rest: an open tenth.
  forms.push([close[0]! - 12, ...close.slice(1)]);
  return forms;
}

/** Every tone in turn as the lowest, the others above it, doublings laid on top. */
function rotations({ tones, doubled }: ToneSet): number[][] {
  const ring = [...tones].sort((a, b) => a - b);
  return ring.map((_, i) => [...ring.slice(i), ...ring.slice(0, i), ...doubled]);
}

const ascending = (pitches: readonly number[]): boolean =>
  pitches.every((p, i) => i === 0 || p > pitches[i - 1]!);

/** Voicings of a chord worth considering, cheapest first, at least one. */
export function candidates(chord: Chord, aim: Aim): Candidate[] {
  const slash = isSlash(chord) && !aim.bassPlays;
  const foreign = slash && hasForeignBass(chord);
  const sets = toneSets(chord, foreign ? aim.voices - 1 : aim.voices, aim.bassPlays);
  const found = new Map<string, Candidate>();
  const consider = (pitches: readonly number[], extra: number): void => {
    if (!ascending(pitches) || pitches[0]! < aim.low || pitches[pitches.length - 1]! > aim.high) return;
    const wrongBass = slash && mod(pitches[0]!, 12) !== bassPc(chord) ? COST.bassNotLowest : 0;
    const cost = standingCost(pitches, aim) + wrongBass + extra;
    const key = pitches.join();
    const known = found.get(key);
    if (!known || cost < known.cost) found.set(key, { pitches, cost });
  };
  sets.forEach((set, choice) => {
    for (const order of rotations(set)) {
      for (let octave = -1; octave <= 1; octave++) {
        for (const form of openings(stack(order, aim.register + 12 * octave - 6))) {
          const pitches = foreign ? [under(bassPc(chord), form[0]!), ...form] : form;
          consider(pitches, choice * COST.secondDoubling);
        }
      }
    }
  });
  if (!found.size) return [clamped(sets[0]!, aim)];
  return [...found.values()].sort(byCost).slice(0, KEPT);
}

const byCost = (a: Candidate, b: Candidate): number =>
  a.cost - b.cost || (a.pitches.join() < b.pitches.join() ? -1 : 1);

const under = (pc: number, pitch: number): number => pitch - 1 - mod(pitch - 1 - pc, 12);

/** Where nothing fits the range, the close stack moved into it as far as it goes. */
function clamped({ tones }: ToneSet, aim: Aim): Candidate {
  const pitches = stack(
    [...tones].sort((a, b) => a - b),
    aim.low,
  );
  return { pitches: pitches.filter((p) => p <= aim.high), cost: 0 };
}
