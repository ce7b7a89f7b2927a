import { carriesBass } from '../style/kind';
import type { ChordSpan } from '../timeline/chordSpans';
import type { Region } from '../timeline/region';
import type { SettingsSpan } from '../timeline/settings';
import { BEAT_LENGTH, type Grid, type TimedEvent } from '../style/pattern';
import { EIGHTH, PPQ } from '../time/ticks';
import { carriedCells, restartedCells, scatter, type Scattered } from '../timeline/patternCells';
import { drawn } from './conditions';
import { lastHit, lastLength } from './ending';
import { varied } from './barVariation';
import type { Ticks } from '../units/units';

/** An event of a pattern at its place: ticks from the region's start, on the chord it belongs to. */
export interface PlacedEvent<E> {
  readonly start: Ticks;
  readonly end: Ticks;
  readonly event: E;
  /** The chord the event belongs to, as an index into the region's spans; −1 for none. */
  readonly span: number;
  /** Where it would end if the chord did not change before; left out where it ends by itself. */
  readonly uncut?: Ticks;
}

/** When a chord starts to sound: its start less its push. */
export const soundsFrom = (span: ChordSpan): number => span.start - span.anticipation;

/** When a span stops sounding: at the next one's sounding start, or at its own end. */
export function soundsUntil(region: Region, index: number): number {
  const span = region.spans[index]!;
  const next = region.spans[index + 1];
  if (next) return Math.min(span.end, soundsFrom(next));
  return Math.min(span.end, region.length - (region.next?.anticipation ?? 0));
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
  return toldEvents(region, stretch, scatter(grids, cells, stretch.settings.pace, stretch.start))
    .filter(({ start }) => !silences.some(({ from, to }) => start >= from && start < to))
    .map((p) => ({ ...p, span: -1 }));
}

/**
 * Pattern events of a stretch, each on the chord it belongs to:
 * - a chord is taken up where the players agree to feel it, by nobody before;
 * - an event on a chord's start moves early with the chord's push;
 * - any other is cut where the chord changes;
 * - a change on whose start the pattern has nothing at level 1 is taken up there as the pattern says: by the `onset`
 *   event, by one as short as its own strokes, or by nobody before its next stroke.
 * A chord that is only written again is no change. Where an event falls does not depend on density, so a lower density
 * stays a subset.
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
  let at = 0;
  for (const raw of toldEvents(
    region,
    stretch,
    scatter(grids, cells, stretch.settings.pace, stretch.start),
  )) {
    while (at + 1 < spans.length && spans[at + 1]!.start <= raw.start) at++;
    const owner = ownerOf(region, at, raw);
    if (owner < 0) continue;
    const span = spans[owner]!;
    if (span.chord === null) continue;
    const early = raw.start === span.start ? span.anticipation : 0;
    const start = raw.start - early;
    const end = Math.min(raw.end, changesAfter(region, owner));
    if (end <= start) continue;
    placed.push({ start, end, event: raw.event, span: owner, ...(raw.end > end && { uncut: raw.end }) });
  }
  return [...placed, ...missingOnsets(region, stretch, placed, { grids, onset })].sort(
    (a, b) => a.start - b.start,
  );
}

/** When a chord gives way to another one, ticks: behind all that only write it again. */
export function changesAfter(region: Region, index: number): number {
  let last = index;
  while (region.spans[last + 1]?.isChange === false) last++;
  return soundsUntil(region, last);
}

/** The span a raw event belongs to, or −1 where it falls in silence or under a pushed chord. */
function ownerOf(region: Region, at: number, raw: { readonly start: Ticks }): number {
  const span = region.spans[at];
  if (!span || raw.start < span.start || raw.start >= span.end) return -1;
  return raw.start < soundsUntil(region, at) ? at : -1;
}

/** What a pattern's own strokes are taken for: the longest of those that are always there, quarter notes. */
const usualLength = (grids: readonly Grid<TimedEvent>[]): number =>
  Math.max(
    ...grids.flatMap(({ events }) => events.filter((e) => e.minDensity === 1).map((e) => e.for)),
    0.25,
  );

/** Whether a pattern holds on from one bar into the next: a window that begins within takes it up again. */
const holdsOn = (grids: readonly Grid<TimedEvent>[]): boolean =>
  grids.some((grid) => grid.events.some((e) => e.for > grid.beats * BEAT_LENGTH[grid.of]));

/** The density that patterns are complete at. */
const USUAL = 3;

interface Onsets<E extends TimedEvent> {
  readonly grids: readonly Grid<E>[];
  readonly onset: E;
}

function missingOnsets<E extends TimedEvent>(
  region: Region,
  stretch: SettingsSpan,
  placed: readonly PlacedEvent<E>[],
  { grids, onset }: Onsets<E>,
): PlacedEvent<E>[] {
  const { changeStroke = 'ring' } = stretch.pattern;
  const struck = placed.filter(({ event }) => event.minDensity === 1);
  const added: PlacedEvent<E>[] = [];
  region.spans.forEach((span, i) => {
    if (span.chord === null) return;
    // A stretch that begins inside a chord takes it up where the stretch begins, and so does a window what rings into it.
    const isMet = stretch.start > region.bars[0]!.start && span.start <= stretch.start;
    if (!span.isChange && !isMet && !(i === 0 && holdsOn(grids))) return;
    const begins = span.start >= stretch.start ? soundsFrom(span) : stretch.start;
    const until = Math.min(changesAfter(region, i), stretch.end);
    if (span.start >= stretch.end || span.end <= stretch.start || begins >= until) return;
    const following = struck.find(({ start }) => start >= begins && start < until)?.start;
    if (following === begins) return;
    // A bass lands with the song and with each new section, where nothing of its own rings on.
    const enters = (region.first || region.entersNew) && i === 0;
    if (changeStroke === 'ring' || (enters && changeStroke === 'wait' && carriesBass(region.kind))) {
      added.push({ start: begins, end: following ?? until, event: onset, span: i });
    } else if (changeStroke === 'short') {
      added.push({ ...shortStroke(begins, until, grids), event: onset, span: i });
    } else if (
      !placed.some(({ start, event }) => event.minDensity <= USUAL && start >= begins && start < until)
    ) {
      // A chord in which the pattern usually has no stroke at all is struck once, off its beat.
      const offBeat = until - begins >= 2 * EIGHTH ? begins + EIGHTH : begins;
      added.push({ ...shortStroke(offBeat, until, grids), event: onset, span: i });
    }
  });
  return added;
}

/** A stroke as long as the pattern's own, within its chord. */
const shortStroke = (
  start: Ticks,
  until: Ticks,
  grids: readonly Grid<TimedEvent>[],
): { readonly start: Ticks; readonly end: Ticks } => ({
  start,
  end: Math.min(until, start + Math.round(usualLength(grids) * PPQ)),
});

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
  const start = hit - (region.spans[span]!.start === hit ? region.spans[span]!.anticipation : 0);
  const before = placed.filter((p) => p.start < start).map((p) => ({ ...p, end: Math.min(p.end, start) }));
  return [...before, { start, end: start + lastLength(region, hit), event: held, span }];
}
