/** How tones are laid out as pitches: close, opened, dropped, in fourths, for two hands. */
import { degreePcOf, type Chord } from '../theory/chord';
import { degreeNumber } from '../theory/degree';
import { mod, pitchClass } from '../theory/pitch';
import type { VoicingType } from '../song/choices';
import { bassPc, type ToneSet } from './tones';
import type { PitchClass } from '../units/units';

/** Tones stacked upward as closely as they go, the lowest at or above a floor. */
export function stack(order: readonly number[], floor: number): number[] {
  const pitches: number[] = [];
  let at = floor;
  for (const pc of order) {
    at += mod(pc - at, 12);
    pitches.push(at);
    at += 1;
  }
  return pitches;
}

const sorted = (pitches: readonly number[]): number[] => [...pitches].sort((a, b) => a - b);

const lift = (pitches: readonly number[], indices: readonly number[]): number[] =>
  sorted(pitches.map((p, i) => (indices.includes(i) ? p + 12 : p)));

/**
 * A close voicing with its nth tone from the top an octave lower (from memory; so the handbooks of
 * arranging for sections define drop 2 and drop 3).
 * @example dropped([60, 64, 67, 71], 2) // [55, 60, 64, 71]
 */
export const dropped = (close: readonly number[], nth: number): number[] => {
  const at = Math.max(0, close.length - nth);
  return sorted(close.map((p, i) => (i === at ? p - 12 : p)));
};

const odd = (close: readonly number[]): number[] => close.map((_, i) => i).filter((i) => i % 2 === 1);
const wide = (close: readonly number[]): number[] => close.map((p, i) => p + 12 * Math.floor((i * 2) / 3));

/** Close stack and the ways of opening it: every other tone, or single inner tones, an octave up. */
function openings(close: readonly number[]): number[][] {
  const n = close.length;
  const forms = [[...close], lift(close, odd(close)), wide(close)];
  for (let i = 1; i + 1 < n; i++) forms.push(lift(close, [i]));
  if (n > 3) forms.push(lift(close, [1, n - 2]), lift(close, [0]));
  // Root alone far below the rest: an open tenth.
  forms.push([close[0]! - 12, ...close.slice(1)]);
  return forms;
}

/** The forms a voicing type makes of one close stack. */
export function formsOf(voicingType: VoicingType, close: readonly number[]): number[][] {
  switch (voicingType) {
    case 'free':
      return openings(close);
    case 'open':
      return [lift(close, odd(close)), wide(close), [close[0]! - 12, ...close.slice(1)]];
    case 'drop 2':
      return [dropped(close, 2)];
    case 'drop 3':
      return [dropped(close, 3)];
    case 'shell':
      return [[...close], lift(close, [1])];
    default:
      return [[...close]];
  }
}

/** Every tone in turn as the lowest, the others above it, doublings laid on top. */
export function rotations({ tones, doubled }: ToneSet): number[][] {
  const ring = sorted(tones);
  return ring.map((_, i) => [...ring.slice(i), ...ring.slice(0, i), ...doubled]);
}

/** Manners whose lowest tone is always the first of their tones. */
const ROOTED: readonly VoicingType[] = ['shell', 'power', 'root', 'root and fifth', 'root and octave'];

/** Orders of the tones from the lowest up in a voicing type; bare ones stand on their root. */
export const ordersOf = (voicingType: VoicingType, set: ToneSet): number[][] =>
  ROOTED.includes(voicingType) ? [[...set.tones, ...set.doubled]] : rotations(set);

/** Tones that may colour a stack of fourths: the chord's own, and ninth, eleventh, thirteenth that do not rub against it. */
function colours(chord: Chord): Set<number> {
  const own = new Set(chord.degrees.map((d) => degreePcOf(chord, d)));
  const root = pitchClass(chord.root);
  const clash = (pc: PitchClass): boolean => own.has(mod(pc - 1, 12)) || own.has(mod(pc + 1, 12));
  for (const above of [2, 5, 9]) if (!clash(root + above)) own.add(mod(root + above, 12));
  return own;
}

/** Steps of a stack of fourths: perfect or augmented, with one third at the top for the colour of the chord. */
const FOURTHS: readonly number[] = [5, 6];
const THIRDS: readonly number[] = [4, 3];

/**
 * Stacks of fourths within the tones that suit a chord, from each of them as the lowest (common practice).
 * The third and the seventh are in it wherever so many voices can reach them.
 */
export function quartal(chord: Chord, voices: number, floor: number): number[][] {
  const allowed = colours(chord);
  const needed = chord.degrees
    .filter((d) => [3, 4, 7].includes(degreeNumber(d)) && !chord.optional.includes(d))
    .map((d) => degreePcOf(chord, d));
  const found: number[][] = [];
  const grow = (pitches: readonly number[]): void => {
    if (pitches.length === voices) return void found.push([...pitches]);
    const steps = pitches.length === voices - 1 ? [...FOURTHS, ...THIRDS] : FOURTHS;
    const top = pitches[pitches.length - 1]!;
    for (const by of steps) if (allowed.has((top + by) % 12)) grow([...pitches, top + by]);
  };
  for (const pc of allowed) grow(stack([pc], floor));
  const holding = (pitches: readonly number[]): number =>
    needed.filter((pc) => pitches.some((p) => p % 12 === pc)).length;
  const most = Math.max(0, ...found.map(holding));
  return found.filter((pitches) => holding(pitches) === most);
}

/** Where the left hand's root lies: between E2 and E♭3. */
const LEFT = 40;
/** Widest the left hand reaches, semitones: a tenth. */
const REACH = 16;

/** What the left hand plays under the right one: the root with its fifth, seventh or tenth, or alone. */
export function leftHands(chord: Chord): number[][] {
  const root = stack([bassPc(chord)], LEFT)[0]!;
  const above = chord.degrees
    .filter((d) => [3, 5, 7].includes(degreeNumber(d)))
    .map((d) => {
      const close = stack([degreePcOf(chord, d)], root + 1)[0]!;
      return close - root < 7 ? close + 12 : close;
    })
    .filter((p) => p - root <= REACH);
  return [...above.map((p) => [root, p]), [root]];
}
