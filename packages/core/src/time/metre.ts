/**
 * Metres as groups of ticks. A metre is named as it is written: `4/4`, `7/8`, or with its grouping
 * where that is not the usual one, `3+2+2/8`. Its bar is a run of beats, and beats come in groups
 * through which patterns go.
 */
import { PPQ } from './ticks';
import type { Bpm, Ticks } from '../units/units';

/** A metre: its groups of beats and the note value they are counted in. */
export interface Metre {
  /** As it is written: the usual grouping of a metre is left out. */
  readonly name: string;
  readonly numerator: number;
  readonly denominator: 4 | 8;
  /** Groups of beats, each beat its length in ticks: 4/4 is [[480, 480, 480, 480]], 7/8 [[480, 480, 720]]. */
  readonly groups: readonly (readonly number[])[];
  /** Ticks of the note value that a tempo counts. */
  readonly counted: number;
  /** Ticks in a whole bar. */
  readonly length: Ticks;
}

/** Usual groupings (common practice), in quarters or in eighths as the metre is. */
const USUAL: Readonly<Record<string, readonly number[]>> = {
  '2/4': [2],
  '3/4': [3],
  '4/4': [4],
  '5/4': [3, 2],
  '6/4': [3, 3],
  '7/4': [4, 3],
  '3/8': [3],
  '5/8': [3, 2],
  '6/8': [3, 3],
  '7/8': [2, 2, 3],
  '9/8': [3, 3, 3],
  '12/8': [3, 3, 3, 3],
};

/** Metres offered for choice: the usual ones, and other groupings of those that are uneven. */
export const METRE_NAMES: readonly string[] = [
  ...Object.keys(USUAL),
  '2+3/4',
  '3+4/4',
  '2+3/8',
  '2+3+2/8',
  '3+2+2/8',
];

const WRITTEN = /^(\d{1,2}(?:\+\d)*)\/([48])$/;
/** Beats of a group through which one bar of a pattern goes. */
const MOST_BEATS = 4;

/** Eighths are counted in beats of two and three; up to four of them are one group. */
function eighthGroups(sizes: readonly number[]): number[][] {
  const beats = sizes.map((size) => (size * PPQ) / 2);
  if (beats.length <= MOST_BEATS) return [beats];
  const half = Math.ceil(beats.length / 2);
  return [beats.slice(0, half), beats.slice(half)];
}

/** Dotted quarters are counted where a bar has several and nothing else, eighths where it is uneven or has one. */
function countedTicks(sizes: readonly number[], denominator: number): number {
  if (denominator === 4) return PPQ;
  return sizes.length > 1 && sizes.every((size) => size === 3) ? PPQ * 1.5 : PPQ / 2;
}

function build(name: string, sizes: readonly number[], denominator: 4 | 8): Metre {
  const groups =
    denominator === 8 ? eighthGroups(sizes) : sizes.map((size) => Array.from({ length: size }, () => PPQ));
  return {
    name,
    numerator: sizes.reduce((sum, size) => sum + size, 0),
    denominator,
    groups,
    counted: countedTicks(sizes, denominator),
    length: groups.flat().reduce((sum, beat) => sum + beat, 0),
  };
}

const known = new Map<string, Metre | null>();

function parse(text: string): Metre | null {
  const match = WRITTEN.exec(text);
  if (!match) return null;
  const denominator = Number(match[2]) as 4 | 8;
  const sizes = match[1]!.split('+').map(Number);
  const plain = `${sizes.reduce((sum, size) => sum + size, 0)}/${denominator}`;
  const usual = Object.hasOwn(USUAL, plain) ? USUAL[plain]! : null;
  if (!usual) return null;
  if (sizes.length === 1) return build(plain, usual, denominator);
  const largest = denominator === 4 ? MOST_BEATS : 3;
  if (sizes.some((size) => size < 2 || size > largest)) return null;
  return build(sizes.join() === usual.join() ? plain : text, sizes, denominator);
}

/** A metre by its name, or null where it is none that is played. */
export function findMetre(text: string): Metre | null {
  let metre = known.get(text);
  if (metre === undefined) {
    metre = parse(text);
    if (known.size < 500) known.set(text, metre);
  }
  return metre;
}

/**
 * A metre by its name.
 * @throws RangeError where it is none that is played; songs that were read hold only such.
 */
export function metreOf(name: string): Metre {
  const metre = findMetre(name);
  if (!metre) throw new RangeError(`"${name}" is no metre that is played here.`);
  return metre;
}

/** Note values a tempo counts, as they are written in front of it. */
export const COUNTED_NAMES: Readonly<Record<number, string>> = {
  240: 'eighth',
  480: 'quarter',
  720: 'dotted quarter',
};

/** The tempo of a metre's beat as quarter notes a minute, to millionths, so that there and back is the same. */
export const inQuarters = (tempo: Bpm, metre: Pick<Metre, 'counted'>): number =>
  Math.round(((tempo * metre.counted) / PPQ) * 1e6) / 1e6;

/** Quarter notes a minute as the tempo of a metre's beat, unrounded. */
export const inBeats = (quartersAMinute: Bpm, metre: Pick<Metre, 'counted'>): number =>
  (quartersAMinute * PPQ) / metre.counted;
