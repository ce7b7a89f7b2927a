import { newPart } from '@backline/core/band/repertoire';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { longSong } from '../packages/core/test/support/music';

/** Median times of several runs, taken in turn so that a drifting machine drifts for all; warmed up first. Milliseconds. */
export function medians(runs: readonly (() => void)[], times = 21, warm = 8): number[] {
  const took: number[][] = runs.map(() => []);
  for (let i = 0; i < warm + times; i++) {
    runs.forEach((run, r) => {
      const started = performance.now();
      run();
      if (i >= warm) took[r]!.push(performance.now() - started);
    });
  }
  return took.map((list) => list.sort((a, b) => a - b)[Math.floor(times / 2)]!);
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
