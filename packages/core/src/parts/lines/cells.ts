/** Rhythm cells laid on bars: what a line is struck from, before it is cut into phrases. */
import { choose, type Stream } from '../../random/stream';
import type { Bar } from '../../time/bars';
import { beatsOf, offBeat } from '../../time/beats';
import { ticksInto } from '../../timeline/patternCells';
import type { LinePattern } from './pattern';
import type { BarIndex, Ticks } from '../../units/units';

/** A rhythm of one to three beats. */
export type LineCell = LinePattern['cells'][number];
type Size = LineCell['beats'];

/** A beat as a line counts it: two to a beat in double time, one to two beats in half time. */
export interface LineBeat {
  readonly start: Ticks;
  readonly length: Ticks;
  readonly bar: BarIndex;
  /** Which of its bar it is, from 0. */
  readonly inBar: number;
}

function countedLengths(bar: Bar, pace: number): number[] {
  const beats = beatsOf(bar).map((b) => b.length);
  if (pace > 1) return beats.flatMap((length) => [offBeat(length), length - offBeat(length)]);
  if (pace === 1) return beats;
  return beats.flatMap((length, i) => (i % 2 === 0 ? [length + (beats[i + 1] ?? 0)] : []));
}

/** The beats of a run of bars, as a line counts them. */
export function lineBeats(bars: readonly Bar[], pace: number): LineBeat[] {
  return bars.flatMap((bar, b) => {
    let at = bar.start;
    return countedLengths(bar, pace).map((length, inBar) => {
      const start = at;
      at += length;
      return { start, length, bar: b, inBar };
    });
  });
}

/** A run of beats in twos, with a three where they are odd. */
const inTwos = (count: number): Size[] => {
  if (count < 4) return count > 0 ? [count as Size] : [];
  return [2, ...inTwos(count - 2)];
};

/** Sizes of the cells that fill a bar: fours as two twos, threes whole. */
export function cellSizes(bar: Bar, pace: number): Size[] {
  const count = countedLengths(bar, pace).length;
  const groups = bar.groups.map((g) => g.beats.length);
  const isWhole = pace === 1 && groups.reduce((sum, n) => sum + n, 0) === count;
  return isWhole ? groups.flatMap(inTwos) : inTwos(count);
}

/** A single beat takes the first beat of a pair. */
const firstBeat = (cell: LineCell): LineCell => ({
  ...cell,
  beats: 1,
  notes: cell.notes.filter(([at]) => at < 1).map(([at, length]) => [at, Math.min(length, 1 - at)]),
});

function cellsOf(pattern: LinePattern, size: Size): LineCell[] {
  const fitting = pattern.cells.filter((c) => c.beats === size);
  if (fitting.length || size !== 1) return fitting;
  const cut = pattern.cells.filter((c) => c.beats === 2).map(firstBeat);
  return cut.some((c) => c.notes.length) ? cut.filter((c) => c.notes.length) : cut;
}

/** How much likelier a full cell is where a line is at its fullest, and a bare one where it is calm. */
const LIVELIER = 1.1;

/**
 * Cells for one bar, drawn by weight; a cell is not drawn twice running where there is another.
 * @param energy from 0, calm, to 1, all there is: the fuller, the likelier.
 */
export function barCells(
  bar: Bar,
  pattern: LinePattern,
  pace: number,
  energy: number,
  next: Stream,
): LineCell[] {
  let before: LineCell | null = null;
  return cellSizes(bar, pace).map((size) => {
    const fitting = cellsOf(pattern, size);
    const fresh = fitting.filter((c) => c !== before);
    const weight = ({ weight: own, notes, beats }: LineCell): number =>
      own * (notes.length / beats) ** (LIVELIER * (2 * energy - 1));
    before = choose(next, fresh.length ? fresh : fitting, weight);
    return before;
  });
}

/** A note of a rhythm: where it is struck and how long it lasts, in beats of the line from the first. */
export type Struck = readonly [at: number, length: number];

/** What cells strike one after another, in beats from the first of them. */
export function struckBy(cells: readonly LineCell[]): Struck[] {
  let passed = 0;
  return cells.flatMap(({ beats, notes }) => {
    const from = passed;
    passed += beats;
    return notes.map(([at, length]): Struck => [from + at, length]);
  });
}

/** Ticks of places on a run of beats, counted in them from the first; before and behind them they go on alike. */
export function placesOn(beats: readonly LineBeat[]): (place: number) => Ticks {
  const [first, last] = [beats[0]!, beats[beats.length - 1]!];
  const end = last.start + last.length;
  return (place) => {
    if (place < 0) return Math.round(first.start + place * first.length);
    const beat = beats[Math.floor(place + 1e-9)];
    if (!beat) return Math.round(end + (place - beats.length) * last.length);
    return Math.round(beat.start + ticksInto([beat.length], place - Math.floor(place + 1e-9), false));
  };
}

/** The bar of a tick, and which of a line's beats it begins on. */
export const beatIndexOfBar = (beats: readonly LineBeat[], bar: BarIndex): number =>
  beats.findIndex((beat) => beat.bar === bar);
