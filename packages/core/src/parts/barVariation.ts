/** How a bar is told this time: as it is written, with something left out, something more, or both. */
import { hash, noise } from '../random/stream';
import type { TimedEvent } from '../style/pattern';
import { barIndexAt } from '../time/bars';
import type { Scattered } from '../timeline/patternCells';
import type { Region } from '../timeline/region';
import type { SettingsSpan } from '../timeline/settings';
import { lastHit } from './ending';
import type { BarIndex, Ticks } from '../units/units';

/** The share of bars that are told otherwise. */
const SHARE = { exactly: 0, 'a little': 0.2, freely: 0.6 } as const;

/** Where phrases turn more is told anew; the first bar of a section says which it is. */
const AT_A_TURN = { none: 0.85, small: 1.3, large: 1.3 } as const;
const FIRST = 0.4;

const VARIATIONS = ['less', 'more', 'other'] as const;
/** How one bar is played this time against how it is written. */
export type BarVariation = 'as written' | (typeof VARIATIONS)[number];

/** What an event that is left out plays from: never. */
const NEVER = 99;

/** How a part tells each bar of a region, by the bar's place in it. Independent of density. */
export function barVariations(region: Region, { settings }: SettingsSpan): (bar: BarIndex) => BarVariation {
  const share = SHARE[settings.repeatVariation];
  if (share === 0) return () => 'as written';
  const seed = hash(`${region.seed}/telling/${settings.variation}`);
  return (bar) => {
    const place = region.firstBar + bar;
    const turn = region.terms.bars[bar]?.turn ?? 'none';
    const likely = share * (place === 0 ? FIRST : AT_A_TURN[turn]);
    if (noise(seed, place, 31) >= likely) return 'as written';
    return VARIATIONS[Math.floor(noise(seed, place, 32) * VARIATIONS.length)]!;
  };
}

/** How an event is told: as its bar is, but a chord that was set by hand and the song's last one stay as they are. */
export function eventVariation(
  region: Region,
  { start, span }: { readonly start: Ticks; readonly span: number },
  way: (bar: BarIndex) => BarVariation,
): BarVariation {
  const isLast = start >= (lastHit(region) ?? Infinity);
  return isLast || region.spans[span]?.voicing ? 'as written' : way(barIndexAt(region.bars, start));
}

/** The event a bar does without: one of those between its frame and its ornaments, not on the first beat. */
function leftOut<E extends TimedEvent>(
  bar: readonly Scattered<E>[],
  begins: number,
  seed: number,
): Scattered<E> | null {
  let found: Scattered<E> | null = null;
  let most = -1;
  for (const one of bar) {
    if (one.event.minDensity < 2 || one.start <= begins) continue;
    // Ornaments are missed only where there is nothing else.
    const draw = noise(seed, one.start, 33) + (one.event.minDensity > 3 ? 0 : 1);
    if (draw > most) [found, most] = [one, draw];
  }
  return found;
}

/**
 * Events as they are told: what comes in plays from a level lower, what is left out from none. A part that
 * plays more at one density still does at the next, so a lower one stays a subset.
 */
export function varied<E extends TimedEvent>(
  region: Region,
  stretch: SettingsSpan,
  events: readonly Scattered<E>[],
): readonly Scattered<E>[] {
  if (stretch.settings.repeatVariation === 'exactly') return events;
  const way = barVariations(region, stretch);
  const seed = hash(`${region.seed}/left out/${stretch.settings.variation}`);
  const byBar = new Map<number, Scattered<E>[]>();
  for (const one of events) {
    const bar = barIndexAt(region.bars, one.start);
    const own = byBar.get(bar);
    if (own) own.push(one);
    else byBar.set(bar, [one]);
  }
  return [...byBar].flatMap(([bar, own]) => {
    const how = way(bar);
    if (how === 'as written') return own;
    const out = how === 'more' ? null : leftOut(own, region.bars[bar]!.start, seed);
    return own.map((one) => {
      if (one === out) return { ...one, event: { ...one.event, minDensity: NEVER } };
      const { minDensity } = one.event;
      return how !== 'less' && minDensity > 3
        ? { ...one, event: { ...one.event, minDensity: minDensity - 1 } }
        : one;
    });
  });
}
