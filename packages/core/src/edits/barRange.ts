/** A run of bars across sections, in the order of the chart, and what can be lifted from it. */
import type { BarPlace } from '../song/barMoves';
import type { ChordEvent, Section, Song } from '../song/schema';
import { metreOf } from '../time/metre';
import { sectionBars } from '../time/bars';
import { chordsInUse } from '../song/inUse';
import { startsWithin } from './within';
import type { BarIndex } from '../units/units';

/** A piece of bars within one section, both ends included. */
export interface BarsOfSection {
  readonly section: string;
  readonly from: number;
  readonly to: number;
}

/** A run: stretches of neighbouring sections in the order of the chart. */
export type BarRange = readonly BarsOfSection[];

const order = (song: Song, place: BarPlace): number =>
  song.sections.findIndex((s) => s.id === place.section) * 10_000 + place.bar;

/** The run between two bars, whichever comes first; empty where a section is gone. */
export function barRangeBetween(song: Song, one: BarPlace, other: BarPlace): BarRange {
  const [first, last] = order(song, one) <= order(song, other) ? [one, other] : [other, one];
  const from = song.sections.findIndex((s) => s.id === first.section);
  const to = song.sections.findIndex((s) => s.id === last.section);
  if (from < 0 || to < 0) return [];
  return song.sections.slice(from, to + 1).map((section) => ({
    section: section.id,
    from: section.id === first.section ? Math.min(first.bar, section.bars - 1) : 0,
    to: section.id === last.section ? Math.min(last.bar, section.bars - 1) : section.bars - 1,
  }));
}

/** Whether a bar (0-based) of a section lies in a range of bars. */
export const isInBarRange = (run: BarRange, section: string, bar: BarIndex): boolean =>
  run.some((s) => s.section === section && bar >= s.from && bar <= s.to);

/** Ticks of a piece within its section. */
export function barRangeTicks(
  section: Section,
  song: Song,
  { from, to }: BarsOfSection,
): readonly [number, number] {
  const bars = sectionBars(section, song);
  const last = bars[Math.min(to, bars.length - 1)]!;
  return [bars[from]!.start, last.start + last.length];
}

/** Chords lifted from a run, with the bars they stood in: ticks from the run's start. */
export interface Clip {
  readonly bars: readonly {
    readonly start: number;
    readonly length: number;
    readonly key: string;
    readonly metre: string;
  }[];
  readonly chords: readonly Omit<ChordEvent, 'id'>[];
}

/** Lifts a run. A chord held into a piece from before begins at its start. */
export function clipOf(song: Song, run: BarRange): Clip {
  const bars: Clip['bars'][number][] = [];
  const chords: Omit<ChordEvent, 'id'>[] = [];
  let at = 0;
  for (const piece of run) {
    const section = song.sections.find((s) => s.id === piece.section);
    if (!section) continue;
    const [from, to] = barRangeTicks(section, song, piece);
    for (const { start, length, key, metre } of sectionBars(section, song).slice(piece.from, piece.to + 1)) {
      bars.push({ start: at + start - from, length, key, metre });
    }
    for (const { id: _id, ...chord } of chordsInUse(section)) {
      const start = Math.max(from, chord.start);
      const end = Math.min(to, chord.start + chord.length);
      if (start >= end) continue;
      const { anticipation, ...rest } = chord;
      const kept = anticipation && chord.start >= from ? { ...rest, anticipation } : rest;
      chords.push({ ...kept, start: at + start - from, length: end - start });
    }
    at += to - from;
  }
  return { bars, chords };
}

/** Length of a clip in ticks. */
export function clipLength(clip: Clip): number {
  const last = clip.bars[clip.bars.length - 1];
  return last ? last.start + last.length : 0;
}

/** True where a clip comes from another metre than the one at a place, so that the writer has to say what is kept. */
export const otherMetre = (clip: Clip, metre: string): boolean =>
  clip.bars.some((bar) => bar.metre !== metreOf(metre).name);

/** Number of chords that begin in a run. */
export function chordsInBarRange(song: Song, run: BarRange): number {
  return run.reduce((sum, piece) => {
    const section = song.sections.find((s) => s.id === piece.section);
    if (!section) return sum;
    const [from, to] = barRangeTicks(section, song, piece);
    return sum + chordsInUse(section).filter((c) => startsWithin(c, from, to)).length;
  }, 0);
}

const plural = (count: number, word: string): string => `${count} ${word}${count === 1 ? '' : 's'}`;

/** A run as it is read out: "Verse, bars 3 to 6, 5 chords", "Verse bar 7 to Chorus bar 2, 5 chords". */
export function barRangeInWords(song: Song, run: BarRange): string {
  const name = (id: string): string => song.sections.find((s) => s.id === id)?.name ?? '';
  const first = run[0];
  const last = run[run.length - 1];
  if (!first || !last) return 'nothing selected';
  const chords = plural(chordsInBarRange(song, run), 'chord');
  if (run.length > 1) {
    return `${name(first.section)} bar ${first.from + 1} to ${name(last.section)} bar ${last.to + 1}, ${chords}`;
  }
  const bars =
    first.from === first.to ? `bar ${first.from + 1}` : `bars ${first.from + 1} to ${first.to + 1}`;
  return `${name(first.section)}, ${bars}, ${chords}`;
}
