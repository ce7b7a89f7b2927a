/** Lengths as note values: what no single value says is tied, and beats stay in sight (common practice of engraving). */
import { PPQ } from '../../time/ticks';
import type { Ticks } from '../../units/units';
import { isInThirds, type BarGrid } from './grid';

/** A note value: its type, its dots, and whether three of it stand in the time of two. */
export interface NoteValue {
  readonly length: Ticks;
  readonly type: string;
  readonly dots: 0 | 1;
  readonly isTriplet: boolean;
}

/** Types by their length, ticks. */
const TYPES: readonly (readonly [Ticks, string])[] = [
  [4 * PPQ, 'whole'],
  [2 * PPQ, 'half'],
  [PPQ, 'quarter'],
  [PPQ / 2, 'eighth'],
  [PPQ / 4, '16th'],
  [PPQ / 8, '32nd'],
  [PPQ / 16, '64th'],
];

const PLAIN: readonly NoteValue[] = TYPES.flatMap(([length, type]): NoteValue[] => [
  { length: 1.5 * length, type, dots: 1, isTriplet: false },
  { length, type, dots: 0, isTriplet: false },
]).filter(({ length }) => Number.isInteger(length));

/** Three in the time of two. */
const TRIPLETS: readonly NoteValue[] = TYPES.map(([length, type]): NoteValue => ({
  length: (length * 2) / 3,
  type,
  dots: 0,
  isTriplet: true,
})).filter(({ length }) => Number.isInteger(length) && length < PPQ);

/** Where beats begin in a bar, ticks from its start, and where it ends. */
export type Beats = readonly Ticks[];

/** Whether a value may stand at a place: within its beat, or from a beat on through whole beats. */
function mayStand({ length, dots }: NoteValue, at: Ticks, beats: Beats): boolean {
  const beat = beats.findLastIndex((start) => start <= at);
  const [start, end] = [beats[beat]!, beats[beat + 1]!];
  if (at + length <= end) {
    // It stands on a place of half its plain value.
    const half = dots ? length / 3 : length / 2;
    return start === at || (at - start) % half === 0;
  }
  if (at !== start) return false;
  const isWhole = beats.includes(at + length);
  // A dotted quarter over two quarters is read at once.
  return isWhole || (length === 1.5 * PPQ && end - start === PPQ && beats[beat + 2] === end + PPQ);
}

/**
 * The values of a length within a bar, in order.
 * @param from,to ticks from the bar's start, on its grid. @param beats where its beats begin, and its end.
 * @throws RangeError where a length lies off its grid.
 */
export function valuesOf(from: Ticks, to: Ticks, { steps, length }: BarGrid, beats: Beats): NoteValue[] {
  const values: NoteValue[] = [];
  let at = from;
  while (at < to) {
    const quarter = Math.min(steps.length - 1, Math.floor(at / PPQ));
    const [start, end] = [quarter * PPQ, Math.min(length, (quarter + 1) * PPQ)];
    const isCut = isInThirds(steps[quarter]!) && (at > start || to < end);
    // A quarter in thirds stands by itself where it is not filled by one note.
    const nextCut = steps.findIndex((step, i) => i > quarter && isInThirds(step) && (i + 1) * PPQ > to);
    const until = isCut ? Math.min(to, end) : Math.min(to, nextCut < 0 ? to : nextCut * PPQ);
    const set = isCut ? TRIPLETS : PLAIN;
    const room = until - at;
    const value =
      set.find((one) => one.length <= room && (isCut || mayStand(one, at, beats))) ??
      set.find((one) => one.length <= room);
    if (!value) throw new RangeError(`Nothing is ${room} ticks long at ${at}.`);
    values.push(value);
    at += value.length;
  }
  return values;
}
