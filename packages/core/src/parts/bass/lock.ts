/** Bass and kick as one: the line strikes where they agreed to, and leaves alone what nobody strikes with it. */
import { barAt } from '../../time/bars';
import { beatPosition } from '../../time/beats';
import { EIGHTH } from '../../time/ticks';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { soundsFrom, soundsUntil, type PlacedEvent } from '../placing';
import type { BassEvent } from './pattern';
import type { Ticks } from '../../units/units';

/** Ticks within which two strikes are one. */
const TOGETHER = 30;

/** What the line strikes with a kick where its pattern has nothing. */
const WITH_KICK: BassEvent = { at: 0, for: 1, minDensity: 2, accent: 0.92, tone: 'root' };

/** True for a strike off the beat that stands by itself: what comes before it is more than an eighth away. */
function standsAlone(region: Region, placed: readonly PlacedEvent<BassEvent>[], index: number): boolean {
  const { start, event } = placed[index]!;
  if (event.tone === 'approach' || event.tone === 'ghost') return false;
  const place = beatPosition(barAt(region.bars, start), start);
  if (Math.abs(place - Math.round(place)) < 0.02) return false;
  const before = placed[index - 1]?.start ?? -Infinity;
  return start - before > EIGHTH + TOGETHER;
}

/**
 * Strikes with the agreed kicks. Where a pattern strikes every eighth it has them already; where it holds, the
 * root is struck anew; what it has between, off the beat and alone, waits for the kick.
 */
export function withKicks(
  region: Region,
  stretch: SettingsSpan,
  placed: readonly PlacedEvent<BassEvent>[],
): PlacedEvent<BassEvent>[] {
  const { kicks } = region.terms;
  if (!kicks?.length) return [...placed];
  const near = (tick: Ticks): boolean => kicks.some((kick) => Math.abs(kick - tick) <= TOGETHER);
  const onsets = region.spans.map(soundsFrom);
  const kept = placed
    .filter((p, i) => near(p.start) || onsets.includes(p.start) || !standsAlone(region, placed, i))
    // What falls on a kick is part of what was agreed, however few notes are asked for.
    .map((p) =>
      near(p.start) && p.event.minDensity > WITH_KICK.minDensity
        ? { ...p, event: { ...p.event, minDensity: WITH_KICK.minDensity } }
        : p,
    );
  const added: PlacedEvent<BassEvent>[] = [];
  let span = 0;
  for (const kick of kicks) {
    if (kick >= stretch.end || kick < stretch.start) continue;
    while (span + 1 < region.spans.length && soundsFrom(region.spans[span + 1]!) <= kick) span++;
    const own = region.spans[span];
    if (!own || own.chord === null || kick < soundsFrom(own) || kick >= soundsUntil(region, span)) continue;
    if (kept.some((p) => Math.abs(p.start - kick) <= TOGETHER)) continue;
    const next = kept.find((p) => p.start > kick)?.start ?? Infinity;
    const end = Math.min(next, soundsUntil(region, span), kick + 2 * EIGHTH);
    added.push({ start: kick, end, event: WITH_KICK, span });
  }
  return [...kept, ...added].sort((a, b) => a.start - b.start);
}
