import { newPart } from '@backline/core/band/repertoire';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { longSong } from '../packages/core/test/support/music';

const took = (run: () => void): number => {
  const started = performance.now();
  run();
  return performance.now() - started;
};

const middle = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

/** Median times of several runs, taken in turn so that a drifting machine drifts for all; warmed up first. Milliseconds. */
export function medians(runs: readonly (() => void)[], times = 21, warm = 8): number[] {
  const all: number[][] = runs.map(() => []);
  for (let i = 0; i < warm + times; i++) {
    runs.forEach((run, r) => {
      const lasted = took(run);
      if (i >= warm) all[r]!.push(lasted);
    });
  }
  return all.map(middle);
}

/** What a small run costs beside a large one. */
export interface Share {
  /** Milliseconds, medians of all rounds. */
  readonly small: number;
  readonly large: number;
  /** The median of the rounds' own ratios: a machine that is slower for a while is so for both. */
  readonly ratio: number;
}

/**
 * A small run against a large one, round by round: the large one once, then the small one many times in a row, as it
 * comes in use. The first few of those clear away the large one's garbage; the median tells of the others.
 */
export function shareOf(small: () => void, large: () => void, rounds = 11, inARow = 61): Share {
  for (let i = 0; i < 5 * inARow; i++) small();
  for (let i = 0; i < 8; i++) large();
  const measured = Array.from({ length: rounds }, () => {
    const whole = took(large);
    return { whole, one: middle(Array.from({ length: inARow }, () => took(small))) };
  });
  return {
    small: middle(measured.map(({ one }) => one)),
    large: middle(measured.map(({ whole }) => whole)),
    ratio: middle(measured.map(({ one, whole }) => one / whole)),
  };
}

export const ms = (value: number): string => `${value.toFixed(2)} ms`;

const MORE = ['guitar', 'horns', 'percussion'] as const;

/** Sections of 16 bars, played until there are so many bars; ten parts. */
export function longForm(bars: number): Song {
  const song = longSong(128);
  const parts = MORE.reduce((all, kind) => [...all, newPart(OURS.kinds.get(kind)!, all)], song.parts);
  const form = Array.from({ length: Math.ceil(bars / 16) }, (_, i) => ({
    id: `e${i + 1}`,
    section: song.sections[i % song.sections.length]!.id,
    repeats: 1,
  }));
  return { ...song, parts, form };
}
