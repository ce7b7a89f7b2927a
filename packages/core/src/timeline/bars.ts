import type { Section, Song } from '../song/schema';
import { barTicks, type Metre } from './time';

/** One bar of a section: ticks from the section's start, with what holds in it. */
export interface Bar {
  readonly start: number;
  readonly length: number;
  readonly metre: Metre;
  readonly key: string;
  readonly tempo: number;
}

type Defaults = Pick<Song, 'key' | 'metre' | 'tempo'>;

/** The bars of a section: the song's key, metre and tempo, changed as the section says. */
export function sectionBars(section: Pick<Section, 'bars' | 'changes'>, song: Defaults): Bar[] {
  const bars: Bar[] = [];
  let { key, metre, tempo } = song;
  let start = 0;
  for (let i = 0; i < section.bars; i++) {
    for (const change of section.changes) {
      if (change.bar !== i) continue;
      key = change.key ?? key;
      metre = change.metre ?? metre;
      tempo = change.tempo ?? tempo;
    }
    const length = barTicks(metre);
    bars.push({ start, length, metre, key, tempo });
    start += length;
  }
  return bars;
}

/** Length of a run of bars in ticks. */
export function barsLength(bars: readonly Bar[]): number {
  const last = bars[bars.length - 1];
  return last ? last.start + last.length : 0;
}

/** Index of the bar in which a tick lies; ticks before or after the run give its first or last. */
export function barIndexAt(bars: readonly { readonly start: number }[], tick: number): number {
  let low = 0;
  let high = bars.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (bars[middle]!.start <= tick) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The bar in which a tick lies. */
export const barAt = (bars: readonly Bar[], tick: number): Bar => bars[barIndexAt(bars, tick)]!;
