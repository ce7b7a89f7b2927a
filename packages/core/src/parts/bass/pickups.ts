/** A note that leads into the next chord, in bars that are told with something more. */
import { barIndexAt } from '../../time/bars';
import { EIGHTH, PPQ } from '../../time/ticks';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { soundsFrom, soundsUntil, type PlacedEvent } from '../placing';
import { barVariations } from '../barVariation';
import type { BassEvent } from './pattern';
import { chordAfter } from './place';

const PICKUP: BassEvent = { at: 0, for: 0.5, level: 3, accent: 0.86, tone: 'approach' };

/** Strikes with an eighth before a change where the bar is told so, the chord has lasted a beat, and nothing begins there. */
export function withPickups(
  region: Region,
  stretch: SettingsSpan,
  placed: readonly PlacedEvent<BassEvent>[],
): PlacedEvent<BassEvent>[] {
  const way = barVariations(region, stretch);
  const added = region.spans.flatMap((span, i): PlacedEvent<BassEvent>[] => {
    const end = soundsUntil(region, i);
    const start = end - EIGHTH;
    if (span.chord === null || end - soundsFrom(span) < PPQ + EIGHTH) return [];
    if (start < stretch.start || end > stretch.end || chordAfter(region, i) === null) return [];
    const how = way(barIndexAt(region.bars, start));
    if (how !== 'more' && how !== 'other') return [];
    const taken = placed.some((p) => p.start >= start && p.start < end);
    return taken ? [] : [{ start, end, event: PICKUP, span: i }];
  });
  return [...placed, ...added].sort((a, b) => a.start - b.start);
}
