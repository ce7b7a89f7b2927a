import type { ChordSpan } from '../timeline/chordSpans';
import type { Region } from '../timeline/region';
import type { SettingsSpan } from '../timeline/settings';
import type { Grid, TimedEvent } from '../style/pattern';
import { EIGHTH } from '../time/ticks';
import { carriedCells, restartedCells, scatter, type Scattered } from '../timeline/patternCells';
import { drawn } from './conditions';
import { varied } from './barVariation';
import type { Ticks } from '../units/units';

/** An event of a pattern at its place: ticks from the region's start, on the chord it belongs to. */
export interface PlacedEvent<E> {
  readonly start: Ticks;
  readonly end: Ticks;
  readonly event: E;
  /** The chord the event belongs to, as an index into the region's spans; −1 for none. */
  readonly span: number;
}

/** When a chord starts to sound: its start less its push. */
export const soundsFrom = (span: ChordSpan): number => span.start - span.push;

/** When a span stops sounding: at the next one's sounding start, or at its own end. */
export function soundsUntil(region: Region, index: number): number {
  const span = region.spans[index]!;
  const next = region.spans[index + 1];
  if (next) return Math.min(span.end, soundsFrom(next));
  return Math.min(span.end, region.length - (region.next?.push ?? 0));
}

/** Which way a stretch's pattern goes at a chord change. */
export const restarts = ({ settings, pattern }: SettingsSpan): boolean =>
  (settings.atChange === 'as the pattern' ? pattern.atChange : settings.atChange) === 'restart';

/** A pattern's events as they are drawn and told this time. */
const toldEvents = <E extends TimedEvent>(
  region: Region,
  stretch: SettingsSpan,
  events: readonly Scattered<E>[],
) => varied(region, stretch, drawn(region, stretch, events));

/** Pattern events of a stretch for a part that follows no chords (drums). */
export function placeFree<E extends TimedEvent>(
  region: Region,
  stretch: SettingsSpan,
  grids: readonly Grid<E>[],
): PlacedEvent<E>[] {
  const cells = carriedCells(region, stretch.start, stretch.end);
  const { silences } = region.terms;
  return toldEvents(region, stretch, scatter(grids, cells, stretch.settings.feel, stretch.start))
    .filter(({ start }) => !silences.some(({ from, to }) => start >= from && start < to))
    .map((p) => ({ ...p, span: -1 }));
}

/**
 * Pattern events of a stretch, each on the chord it belongs to:
 * - a chord is taken up where the players agree to feel it, by nobody before;
 * - an event on a chord's start moves early with the chord's push;
 * - any other is cut where its chord ends;
 * - a chord on whose start the pattern has nothing at level 1 gets the `onset` event there.
 * Where an event falls does not depend on density, so a lower density stays a subset.
 */
export function placeOnChords<E extends TimedEvent>(
  region: Region,
  stretch: SettingsSpan,
  grids: readonly Grid<E>[],
  onset: E,
): PlacedEvent<E>[] {
  const { spans } = region;
  const cells = restarts(stretch)
    ? restartedCells(region, stretch.start, stretch.end)
    : carriedCells(region, stretch.start, stretch.end);
  const placed: PlacedEvent<E>[] = [];
  const hasOnset = new Set<number>();
  let at = 0;
  for (const raw of toldEvents(
    region,
    stretch,
    scatter(grids, cells, stretch.settings.feel, stretch.start),
  )) {
    while (at + 1 < spans.length && spans[at + 1]!.start <= raw.start) at++;
    const owner = ownerOf(region, at, raw);
    if (owner < 0) continue;
    const span = spans[owner]!;
    if (span.chord === null) continue;
    const early = raw.start === span.start ? span.push : 0;
    const start = raw.start - early;
    const end = Math.min(raw.end, soundsUntil(region, owner));
    if (end <= start) continue;
    if (raw.event.level === 1 && raw.start <= span.start) hasOnset.add(owner);
    placed.push({ start, end, event: raw.event, span: owner });
  }
  return [...placed, ...missingOnsets(region, stretch, placed, hasOnset, onset)].sort(
    (a, b) => a.start - b.start,
  );
}

/** The span a raw event belongs to, or −1 where it falls in silence or under a pushed chord. */
function ownerOf(region: Region, at: number, raw: { readonly start: Ticks }): number {
  const span = region.spans[at];
  if (!span || raw.start < span.start || raw.start >= span.end) return -1;
  return raw.start < soundsUntil(region, at) ? at : -1;
}

function missingOnsets<E extends TimedEvent>(
  region: Region,
  stretch: SettingsSpan,
  placed: readonly PlacedEvent<E>[],
  hasOnset: ReadonlySet<number>,
  onset: E,
): PlacedEvent<E>[] {
  const strong = new Map<number, number[]>();
  for (const p of placed) {
    if (p.event.level === 1) strong.set(p.span, [...(strong.get(p.span) ?? []), p.start]);
  }
  const added: PlacedEvent<E>[] = [];
  region.spans.forEach((span, i) => {
    if (span.chord === null || hasOnset.has(i)) return;
    // A stretch that begins inside a chord takes it up where the stretch begins.
    const begins = span.start >= stretch.start ? soundsFrom(span) : stretch.start;
    const until = Math.min(soundsUntil(region, i), stretch.end);
    if (span.start >= stretch.end || span.end <= stretch.start || begins >= until) return;
    const starts = strong.get(i) ?? [];
    if (starts.some((start) => start <= begins)) return;
    const following = starts.find((start) => start > begins);
    added.push({ start: begins, end: following ?? until, event: onset, span: i });
  });
  return added;
}

/** Where the song's last chord is struck to end on, or null where this region goes on as usual. */
export function lastHit(region: Region): number | null {
  if (region.hit !== null) return region.hit;
  const goesOn = region.ending === 'open' || region.ending === 'fade';
  if (region.next || goesOn || region.bars.length < 2) return null;
  const bar = region.bars[region.bars.length - 1]!;
  const spans = region.spans.filter((s) => s.start >= bar.start);
  const last = spans[spans.length - 1];
  return last ? last.start : bar.start;
}

/** Ticks the last chord sounds: to the end of the song, or short where the ending is a hit. */
export const lastLength = (region: Region, from: number): number =>
  region.ending === 'hit' ? Math.min(EIGHTH, region.length - from) : region.length - from;

/** Replaces what would play from the last hit on by one event held to the end. */
export function endOnHit<E extends TimedEvent>(
  region: Region,
  stretch: SettingsSpan,
  placed: readonly PlacedEvent<E>[],
  held: E,
): PlacedEvent<E>[] {
  const hit = lastHit(region);
  if (hit === null || hit < stretch.start || hit >= stretch.end) return [...placed];
  const span = region.spans.findIndex((s) => s.start <= hit && s.end > hit);
  if (span < 0 || region.spans[span]!.chord === null) return placed.filter((p) => p.start < hit);
  const start = hit - (region.spans[span]!.start === hit ? region.spans[span]!.push : 0);
  const before = placed.filter((p) => p.start < start).map((p) => ({ ...p, end: Math.min(p.end, start) }));
  return [...before, { start, end: start + lastLength(region, hit), event: held, span }];
}
