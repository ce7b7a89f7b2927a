/** What is anchored to bars moves by one mapping when bars come, go or change their length. */
import type { Draft } from 'immer';
import type { Change, Cue, Section, Song } from '../song/schema';
import { sayBars } from '../song/barMoves';
import { barIndexAt, barsLength, sectionBars, type Bar } from '../time/bars';
import type { BarIndex, Ticks } from '../units/units';

/** Where each old bar has gone, 0-based; null for one that is no more. */
export type BarMap = (bar: BarIndex) => number | null;

/** Where each old tick has gone. */
export type TickMap = (tick: Ticks) => number;

/** Changes in order of their bars, those of one bar as one, none beyond the section. */
function tidyChanges(changes: readonly Change[], bars: number): Change[] {
  const byBar = new Map<number, Change>();
  for (const change of [...changes].sort((a, b) => a.bar - b.bar)) {
    if (change.bar < bars) byBar.set(change.bar, { ...byBar.get(change.bar), ...change });
  }
  return [...byBar.values()];
}

/** The bar that takes over what held from one: itself, or the next that is still there. */
function heir(barOf: BarMap, bar: BarIndex, count: number): number | null {
  for (let i = bar; i < count; i++) {
    const now = barOf(i);
    if (now !== null) return now;
  }
  return null;
}

/** A tick's place in its bar goes along with the bar; where the bar is shorter now, in proportion. */
export function tickMap(old: readonly Bar[], now: readonly Bar[], barOf: BarMap): TickMap {
  const end = barsLength(now);
  return (tick) => {
    if (tick >= barsLength(old)) return end;
    const index = barIndexAt(old, tick);
    const bar = old[index]!;
    const to = barOf(index);
    if (to === null) {
      const next = heir(barOf, index + 1, old.length);
      return next === null ? end : now[next]!.start;
    }
    const target = now[to]!;
    const offset = tick - bar.start;
    return (
      target.start + (offset < target.length ? offset : Math.floor((offset * target.length) / bar.length))
    );
  };
}

/** Cues at their new ticks; one that would hold for nothing is let go. */
export function movedCues(cues: readonly Cue[], to: TickMap, end: number): Cue[] {
  return cues.flatMap((cue) => {
    const at = to(cue.at);
    const until = cue.until === undefined ? undefined : Math.min(to(cue.until), end);
    if (at >= end || (until !== undefined && until <= at)) return [];
    const { until: _before, ...rest } = cue;
    return [{ ...rest, at, ...(until === undefined || until >= end ? {} : { until }) }];
  });
}

/**
 * Endings at their new places: one whose bars are all gone is no more, and where fewer than two are left, or nothing
 * in front of them, the section is played through.
 */
function movedEndings(endings: readonly number[], old: number, barOf: BarMap, bars: number): number[] | null {
  const lengths: number[] = [];
  let from = old - endings.reduce((sum, length) => sum + length, 0);
  const starts = endings.map((length) => {
    const start = from;
    from += length;
    return heir(barOf, start, from);
  });
  const there = starts.filter((start) => start !== null && start < bars);
  there.forEach((start, i) => lengths.push((there[i + 1] ?? bars) - start!));
  return lengths.length > 1 && there[0]! > 0 ? lengths : null;
}

/** What cannot be read goes with the bar it stands in; in a bar that is no more it is gone, with others in one bar the first stays. */
function movedUnread(section: Draft<Section>, old: readonly Bar[], now: readonly Bar[], barOf: BarMap): void {
  const places = new Map<number, string>();
  for (const { at, text } of section.unread ?? []) {
    const bar = barOf(barIndexAt(old, at));
    const place = bar === null ? undefined : now[bar]?.start;
    if (place !== undefined && !places.has(place)) places.set(place, text);
  }
  if (places.size) section.unread = [...places].map(([at, text]) => ({ at, text }));
  else delete section.unread;
}

/**
 * What stands at ticks of a section, beside its chords, goes where they go: the one way for all edits of bars.
 * @param barOf where each old bar has gone.
 */
export function moveAlong(
  section: Draft<Section>,
  old: readonly Bar[],
  now: readonly Bar[],
  to: TickMap,
  barOf: BarMap = (bar) => bar,
): void {
  section.cues = movedCues(section.cues, to, barsLength(now));
  if (section.unread) movedUnread(section, old, now, barOf);
}

/**
 * Gives a section another run of bars: what holds from a bar on goes along with it (what held from
 * one that is gone begins in the next), and so do bars of their own length and cues.
 * @returns where each tick has gone, for the chords.
 */
export function rebar(section: Draft<Section>, song: Draft<Song>, bars: number, barOf: BarMap): TickMap {
  const old = sectionBars(section, song);
  sayBars(song, section.id, old.length, bars, barOf);
  section.changes = tidyChanges(
    section.changes.flatMap((change) => {
      // What holds from bar 0 is the section's own and stays there.
      const bar = change.bar === 0 ? 0 : heir(barOf, change.bar, old.length);
      return bar === null ? [] : [{ ...change, bar }];
    }),
    bars,
  );
  section.ownLengths = section.ownLengths.flatMap((own) => {
    const bar = barOf(own.bar);
    return bar === null || bar >= bars ? [] : [{ ...own, bar }];
  });
  if (section.endings) {
    const endings = movedEndings(section.endings, old.length, barOf, bars);
    if (endings) section.endings = endings;
    else delete section.endings;
  }
  section.bars = bars;
  const now = sectionBars(section, song);
  const to = tickMap(old, now, barOf);
  moveAlong(section, old, now, (tick) => (tick === 0 ? 0 : to(tick)), barOf);
  return to;
}
