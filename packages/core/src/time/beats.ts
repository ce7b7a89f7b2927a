/** Beats of bars, whatever their lengths, and places between them. */
import { PPQ } from './ticks';
import { barIndexAt, type Bar } from './bars';
import type { Ticks } from '../units/units';

/** A beat of a bar: start and length in ticks. */
export interface Beat {
  /** Ticks, counted as the bars are. */
  readonly start: Ticks;
  readonly length: Ticks;
}

/** A bar as far as its beats go. */
export type BarGroups = Pick<Bar, 'start' | 'length' | 'groups'>;

/** The beats that a bar holds; where it is cut, only what is left of one. */
export function beatsOf(bar: BarGroups): Beat[] {
  const beats: Beat[] = [];
  const end = bar.start + bar.length;
  for (const group of bar.groups) {
    let at = bar.start + group.at;
    for (const length of group.beats) {
      const start = Math.max(at, bar.start);
      at += length;
      const until = Math.min(at, end);
      if (until > start) beats.push({ start, length: until - start });
    }
  }
  return beats;
}

/**
 * Slots in which a chart's chords are counted: the beats, or in a bar of one long beat its eighths.
 * Ticks from the bar's start.
 */
export function slotsOf(bar: BarGroups): number[] {
  const beats = beatsOf(bar);
  const [only] = beats;
  const counted =
    beats.length === 1 && only!.length > PPQ && only!.length % (PPQ / 2) === 0
      ? Array.from({ length: only!.length / (PPQ / 2) }, (_, i) => bar.start + (i * PPQ) / 2)
      : beats.map((b) => b.start);
  return counted.map((start) => start - bar.start);
}

/** Where in its bar a tick lies, in beats: 1.5 is half-way through the second. */
export function beatPosition(bar: BarGroups, tick: Ticks): number {
  let passed = 0;
  for (const group of bar.groups) {
    let at = bar.start + group.at;
    for (const length of group.beats) {
      if (tick < at + length) return passed + (tick - at) / length;
      at += length;
      passed++;
    }
  }
  return passed;
}

/** A run of beats from a tick to another: what begins off the beat is filled up to the next one. */
export function beatsBetween(bars: readonly BarGroups[], from: Ticks, until: Ticks): Beat[] {
  const starts = [from];
  for (let i = barIndexAt(bars, from); i < bars.length && bars[i]!.start < until; i++) {
    for (const { start } of beatsOf(bars[i]!)) if (start > from && start < until) starts.push(start);
  }
  return starts.map((start, i) => ({ start, length: (starts[i + 1] ?? until) - start }));
}

/** The off-beat within a beat: the middle of a plain one, the third of three eighths in a dotted one. */
export const offBeat = (beat: number): number => (beat % 720 === 0 ? (beat * 2) / 3 : beat / 2);

/** Beats of a bar from one tick of it to another. */
export const beatsIn = (bar: BarGroups, from: Ticks, to: Ticks): number =>
  beatPosition(bar, to) - beatPosition(bar, from);

/** Beats from one tick to another, through whatever bars lie between. */
export function beatsAcross(bars: readonly BarGroups[], from: Ticks, to: Ticks): number {
  let beats = 0;
  for (let i = barIndexAt(bars, from); i < bars.length && bars[i]!.start < to; i++) {
    const bar = bars[i]!;
    beats += beatsIn(bar, Math.max(from, bar.start), Math.min(to, bar.start + bar.length));
  }
  return beats;
}
