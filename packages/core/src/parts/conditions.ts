/** Events that are not told in every bar: where phrases turn, at a second playing, by chance, one way or another. */
import { hash, noise } from '../random/stream';
import { ALTERNATIVES, isConditional, type Condition, type TimedEvent } from '../style/pattern';
import { barIndexAt } from '../time/bars';
import type { Scattered } from '../timeline/patternCells';
import type { Region } from '../timeline/region';
import type { SettingsSpan } from '../timeline/settings';
import type { BarIndex, Ticks } from '../units/units';

/** Whether a condition holds for an event of a bar. */
function holds(region: Region, condition: Condition, bar: BarIndex, start: Ticks): boolean {
  switch (condition) {
    case 'turn':
      return (region.terms.bars[bar]?.turn ?? 'none') !== 'none';
    case 'again':
      return region.again;
    case 'new section':
      return bar === region.bars.length - 1 && (region.next?.newSection ?? false);
    case 'long chord': {
      const span = region.spans.find((s) => s.start <= start && s.end > start);
      return span !== undefined && span.end - span.start > region.bars[bar]!.length;
    }
  }
}

/**
 * The events that are told this time. What is drawn is drawn by the bar's place, so that an edit elsewhere changes
 * nothing here: alternatives for the section, whichever of its playings it is, chances for the playing. A part that
 * is told exactly draws the same at every one.
 */
export function drawn<E extends TimedEvent>(
  region: Region,
  stretch: SettingsSpan,
  events: readonly Scattered<E>[],
): readonly Scattered<E>[] {
  if (!events.some(({ event }) => isConditional(event))) return events;
  const seed = hash(`${region.seed}/drawn/${stretch.settings.variation}`);
  const home = hash(`${region.sectionSeed}/drawn/${stretch.settings.variation}`);
  const letters = ALTERNATIVES.filter((letter) => events.some(({ event }) => event.either === letter));
  return events.filter(({ event, start }) => {
    const bar = barIndexAt(region.bars, start);
    const place = region.firstBar + bar;
    if (event.when && !holds(region, event.when, bar, start)) return false;
    if (event.unless && holds(region, event.unless, bar, start)) return false;
    if (event.either && letters[Math.floor(noise(home, place, 51) * letters.length)] !== event.either)
      return false;
    return event.chance === undefined || noise(seed, start - region.bars[bar]!.start, place) < event.chance;
  });
}
