/** A note that leads into the next chord, in bars that are told with something more. */
import { barIndexAt } from '../../time/bars';
import { EIGHTH, PPQ } from '../../time/ticks';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { soundsFrom, soundsUntil, type PlacedEvent } from '../placing';
import { barVariations } from '../barVariation';
import { BEAT_LENGTH } from '../../style/pattern';
import type { BassEvent, BassPattern } from './pattern';
import { changeAfter } from './place';

const PICKUP: BassEvent = { at: 0, for: 0.5, minDensity: 3, accent: 0.86, tone: 'approach' };

/** A pattern that keeps to the beats is led from on a beat; others by an eighth. */
const leadLength = ({ pattern }: SettingsSpan<BassPattern>): number =>
  pattern.generator === 'events' &&
  pattern.grids.every(({ of, events }) =>
    events.every(({ at, minDensity }) => minDensity > 3 || at % BEAT_LENGTH[of] === 0),
  )
    ? PPQ
    : EIGHTH;

/** Strikes right before a change where the bar is told so, the chord has lasted a beat, and nothing begins there. */
export function withPickups(
  region: Region,
  stretch: SettingsSpan<BassPattern>,
  placed: readonly PlacedEvent<BassEvent>[],
): PlacedEvent<BassEvent>[] {
  const way = barVariations(region, stretch);
  const lasts = leadLength(stretch);
  const added = region.spans.flatMap((span, i): PlacedEvent<BassEvent>[] => {
    const end = soundsUntil(region, i);
    const start = end - lasts;
    if (span.chord === null || end - soundsFrom(span) < PPQ + lasts) return [];
    if (start < stretch.start || end > stretch.end || changeAfter(region, i) === null) return [];
    const how = way(barIndexAt(region.bars, start));
    if (how !== 'more' && how !== 'other') return [];
    const taken = placed.some((p) => p.start >= start && p.start < end);
    return taken ? [] : [{ start, end, event: PICKUP, span: i }];
  });
  return [...placed, ...added].sort((a, b) => a.start - b.start);
}
