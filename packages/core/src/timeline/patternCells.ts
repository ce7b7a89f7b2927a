/** Patterns laid on bars: one function chooses the grid that fits a group of beats, and adapts it. */
import { BEAT_LENGTH, type Grid, type TimedEvent } from '../style/pattern';
import { barIndexAt, type Bar } from '../time/bars';
import { adaptedShare } from '../time/beatMap';
import { beatsOf } from '../time/beats';
import type { ChordSpan } from './chordSpans';
import type { Region } from './region';
import type { Resolved } from './settings';
import { PPQ } from '../time/ticks';
import type { BarIndex, Ticks } from '../units/units';

/** A run of beats that takes one bar of a pattern, ticks from the region's start. */
export interface PatternCell {
  /** Where its first beat begins; in a pick-up before anything sounds. */
  readonly origin: number;
  readonly beats: readonly number[];
  /** Beats the pattern is chosen for; there may be more of them, through which it goes on. */
  readonly size: number;
  readonly start: Ticks;
  readonly end: Ticks;
  /** Which bar of the pattern it is. */
  readonly bar: BarIndex;
}

/** Bars of a pattern gone through in one bar of the song. */
export const PACE: Readonly<Record<Resolved['pace'], number>> = {
  'half time': 0.5,
  'as written': 1,
  'double time': 2,
};

const DOTTED = PPQ * 1.5;

/** How many beats of a size a grid is made for stand in for those asked; smaller fits better. */
function misfit({ beats, of }: Pick<Grid, 'beats' | 'of'>, size: number, isDotted: boolean): number {
  const unit = (of === 'dotted') === isDotted ? 0 : 10;
  if (beats === size) return unit;
  if (size % beats === 0) return unit + 1;
  // A group of two takes the first half of a four rather than two of a three.
  if (beats % size === 0) return unit + 2;
  return unit + (beats > size ? 3 : 4);
}

/** The grid of a pattern that fits a group of beats best. */
export function gridFor<E extends TimedEvent>(
  grids: readonly Grid<E>[],
  beats: readonly number[],
  size = beats.length,
): Grid<E> {
  const isDotted = beats.filter((b) => b >= DOTTED).length * 2 > beats.length;
  return grids.reduce((a, b) => (misfit(b, size, isDotted) < misfit(a, size, isDotted) ? b : a));
}

/**
 * Cells of a bar's groups. Groups of one size in a bar (6/4) go through the bars of a pattern one
 * after another.
 */
function barCells(bar: Bar, index: number, from: number, to: number): PatternCell[] {
  const cells: PatternCell[] = [];
  bar.groups.forEach(({ at, beats }, g) => {
    const origin = bar.start + at;
    const start = Math.max(origin, bar.start);
    const end = Math.min(origin + beats.reduce((sum, b) => sum + b, 0), bar.start + bar.length);
    if (end <= from || start >= to) return;
    const alike = bar.groups.filter((other) => sameSize(other.beats, beats)).length;
    const nth = bar.groups.slice(0, g).filter((other) => sameSize(other.beats, beats)).length;
    const ends = Math.min(end, to);
    cells.push({ origin, start, end: ends, beats, size: beats.length, bar: index * alike + nth });
  });
  return cells;
}

/** A two is the first half of a four, so the two count as alike. */
const sameSize = (a: readonly number[], b: readonly number[]): boolean =>
  (a.length === 3) === (b.length === 3);

/** Carry on: the pattern keeps its place in the bars of the section. */
export function carriedCells(
  { bars, firstBar }: Pick<Region, 'bars' | 'firstBar'>,
  from: number,
  to: number,
): PatternCell[] {
  const cells: PatternCell[] = [];
  for (let i = barIndexAt(bars, from); i < bars.length && bars[i]!.start < to; i++) {
    cells.push(...barCells(bars[i]!, firstBar + i, from, to));
  }
  return cells;
}

/** From inside a bar to its end, by the pattern of the bar's first group. */
function restOfBar(bar: Bar, start: Ticks, end: Ticks): PatternCell {
  const left = beatsOf(bar).filter((b) => b.start >= start);
  const first = bar.groups[0]!.beats;
  const usual = first[first.length - 1]!;
  const beats = left[0]?.start === start ? left.map((b) => b.length) : [];
  while (beats.length < first.length) beats.push(usual);
  return {
    origin: start,
    beats,
    size: first.length,
    start,
    end: Math.min(end, bar.start + bar.length),
    bar: 0,
  };
}

/** From a change of chord to the next one; the first may have come in before. */
type ChordRun = Pick<ChordSpan, 'start' | 'end' | 'sinceBar'>;

/** Spans with those that are only written again drawn together. */
function chordRuns(spans: readonly ChordSpan[]): ChordRun[] {
  const runs: ChordRun[] = [];
  for (const span of spans) {
    const last = runs.at(-1);
    if (last && !span.isChange) runs[runs.length - 1] = { ...last, end: span.end };
    else runs.push(span);
  }
  return runs;
}

/**
 * Restart: each change of chord begins the pattern again, up to the next bar line and then bar by bar. A chord that is
 * only written again goes on with it.
 */
export function restartedCells(
  region: Pick<Region, 'bars' | 'spans' | 'firstBar'>,
  from: number,
  to: number,
): PatternCell[] {
  const { bars, spans, firstBar: before } = region;
  const cells: PatternCell[] = [];
  for (const span of chordRuns(spans)) {
    const start = Math.max(span.start, from);
    const end = Math.min(span.end, to);
    if (start >= end) continue;
    const firstBar = barIndexAt(bars, start);
    for (let i = firstBar; i < bars.length && bars[i]!.start < end; i++) {
      const bar = bars[i]!;
      const since = span.start < from ? i - firstBar : before + i - span.sinceBar;
      if (i > firstBar || bar.start === start) cells.push(...barCells(bar, since, start, end));
      else cells.push(restOfBar(bar, start, end));
    }
  }
  return cells;
}

/** Ticks from a cell's origin to a place counted in beats. */
export function ticksInto(beats: readonly number[], place: number, fromDotted: boolean): number {
  const whole = Math.min(Math.floor(place + 1e-9), beats.length);
  let ticks = 0;
  for (let i = 0; i < whole; i++) ticks += beats[i]!;
  const length = beats[whole] ?? beats[beats.length - 1]!;
  const share = Math.max(0, place - whole);
  if (share >= 1) return ticks + share * length;
  return ticks + adaptedShare(share, fromDotted, length >= DOTTED) * length;
}

/** An event of a pattern at its ticks, without regard to chords. */
export interface Scattered<E> {
  readonly start: Ticks;
  readonly end: Ticks;
  readonly event: E;
}

/** The events of a cell. `pace` bars of the pattern go by in one of the song. */
function cellEvents<E extends TimedEvent>(
  grid: Grid<E>,
  cell: PatternCell,
  pace: number,
  from: number,
): Scattered<E>[] {
  const beat = BEAT_LENGTH[grid.of];
  const isDotted = grid.of === 'dotted';
  const cycle = grid.beats * grid.bars;
  const size = Math.max(cell.beats.length, cell.size);
  const base = cell.bar * Math.max(grid.beats, cell.size) * pace;
  const found: Scattered<E>[] = [];
  for (const event of grid.events) {
    const first = ((((event.at / beat - base) % cycle) + cycle) % cycle) / pace;
    for (let place = first; place < size - 1e-9; place += cycle / pace) {
      const ticks = ticksInto(cell.beats, place, isDotted);
      const start = cell.origin + Math.round(ticks);
      if (start < Math.max(from, cell.start) || start >= cell.end) continue;
      const ends = ticksInto(cell.beats, place + event.for / beat / pace, isDotted);
      found.push({ start, end: start + Math.round(ends - ticks), event });
    }
  }
  return found;
}

/** The events of a pattern over cells, in order of time. */
export function scatter<E extends TimedEvent>(
  grids: readonly Grid<E>[],
  cells: readonly PatternCell[],
  pace: Resolved['pace'],
  from: number,
): Scattered<E>[] {
  return cells
    .flatMap((cell) => cellEvents(gridFor(grids, cell.beats, cell.size), cell, PACE[pace], from))
    .sort((a, b) => a.start - b.start);
}
