/** Where a song's last chord is struck, and how long it sounds. */
import { EIGHTH } from '../time/ticks';
import type { Region } from '../timeline/region';
import type { Ticks } from '../units/units';

/** Where the song's last chord is struck to end on, ticks from the region's start, or null where this region goes on as usual. */
export function lastHit(region: Region): Ticks | null {
  if (region.hit !== null) return region.hit;
  const goesOn = region.ending === 'open' || region.ending === 'fade';
  if (region.next || goesOn || region.bars.length < 2) return null;
  const bar = region.bars[region.bars.length - 1]!;
  const spans = region.spans.filter((s) => s.start >= bar.start);
  const last = spans[spans.length - 1];
  return last ? last.start : bar.start;
}

/** Ticks the last chord sounds: to the end of the song, or short where the ending is a hit. */
export const lastLength = (region: Region, from: Ticks): Ticks =>
  region.ending === 'hit' ? Math.min(EIGHTH, region.length - from) : region.length - from;
