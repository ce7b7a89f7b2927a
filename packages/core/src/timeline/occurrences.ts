import type { ChordEvent, Cue, FormEntry, Lift, Section, Settings, Song } from '../song/schema';
import { chordsInUse } from '../song/inUse';
import { derived } from '../memo/derived';
import { PPQ } from '../time/ticks';
import { barsLength, sectionBars, type Bar } from '../time/bars';
import { occurrenceKeyOf } from './occurrenceKey';
import { barsPlayed, excerptOf, type Excerpt } from './playedBars';
import { slowed } from './slowing';
import type { Ticks } from '../units/units';

/** One playing of a section: where it starts in the song and what comes before and after it. */
export interface Occurrence {
  readonly section: Section;
  /** How often this section has been played before in the song. */
  readonly timesBefore: number;
  /** The place of the form it belongs to, and which of its repeats it is, from 0: seeds rest on them. */
  readonly entry: string;
  readonly repeat: number;
  /** The two as one word. */
  readonly occurrenceKey: string;
  /** Settings that hold for this pass only, by part. */
  readonly settings: Readonly<Record<string, Settings>>;
  /** How far it stands above what is set, or below; null where nothing is said of that. */
  readonly lift: Lift | null;
  readonly start: Ticks;
  /** Ticks before its start into which its first chord may be pushed. */
  readonly lead: number;
  readonly length: Ticks;
  readonly bars: readonly Bar[];
  /** Which bar of its section each of them is, from 0. */
  readonly positions: readonly number[];
  readonly chords: readonly ChordEvent[];
  /** By part: the chords it follows instead. */
  readonly partChords: Readonly<Record<string, readonly ChordEvent[]>>;
  readonly cues: readonly Cue[];
  /** True where another section (or nothing) sounded before. */
  readonly entersNew: boolean;
}

/** Ticks a chord keeps, however early the next one is pushed: a sixteenth, or half of a shorter one. */
const SHORTEST_LEFT = PPQ / 4;

/** How early a chord can be taken, ticks, when the one before it is so long. */
export const gapBefore = (length: Ticks): number => Math.max(length - SHORTEST_LEFT, Math.floor(length / 2));

interface OccurrenceExcerpt {
  readonly entry: FormEntry;
  readonly section: Section;
  readonly repeat: number;
  readonly name: string;
  readonly excerpt: Excerpt;
}

/** Playings of a place of the form. */
const excerptsOfEntry = derived(
  ({
    entry,
    section,
    song,
  }: {
    entry: FormEntry;
    section: Section;
    song: Song;
  }): readonly OccurrenceExcerpt[] => {
    const bars = sectionBars(section, song);
    const chords = chordsInUse(section);
    return Array.from({ length: entry.repeats }, (_, repeat) => {
      const positions = barsPlayed(section, repeat, entry.repeats);
      const name = occurrenceKeyOf({ entry: entry.id, repeat });
      return { entry, section, repeat, name, excerpt: excerptOf(section, bars, chords, positions) };
    });
  },
  { song: 1 },
);

/** What is played, in order: every pass of every section. */
function excerptsOfForm(song: Song): OccurrenceExcerpt[] {
  const byId = new Map(song.sections.map((s) => [s.id, s]));
  return song.form.flatMap((entry) => {
    const section = byId.get(entry.section);
    return section ? excerptsOfEntry(entry, 'playings', { entry, section, song }) : [];
  });
}

/** The last bars of the song, played again as a tag; each time is a playing of its own. */
function tagsOf(song: Song, last: OccurrenceExcerpt): OccurrenceExcerpt[] {
  const tag = song.close?.tag;
  if (!tag) return [];
  const { entry, section, excerpt } = last;
  const again = excerptOf(
    section,
    sectionBars(section, song),
    chordsInUse(section),
    excerpt.positions.slice(-tag.bars),
  );
  return Array.from({ length: tag.times }, (_, i) => {
    const repeat = last.repeat + 1 + i;
    return { ...last, repeat, name: occurrenceKeyOf({ entry: entry.id, repeat }), excerpt: again };
  });
}

/** What the last chord of a playing leaves to the first of the next one. */
function leadOf({ chords, length }: Occurrence): number {
  const last = chords[chords.length - 1];
  return gapBefore(last ? length - last.start : length);
}

const occurrenceWithBars = derived(
  ({ occurrence, bars }: { occurrence: Occurrence; bars: Occurrence['bars'] }): Occurrence => ({
    ...occurrence,
    bars,
  }),
);
const withBars = (occurrence: Occurrence, bars: Occurrence['bars']): Occurrence =>
  occurrenceWithBars(occurrence, 'slowed', { occurrence, bars });

/** Playings whose last bars slow down, where the song says so. */
function withClose(song: Song, occurrences: readonly Occurrence[]): readonly Occurrence[] {
  const slow = song.close?.slow;
  const last = occurrences[occurrences.length - 1];
  if (!slow || !last) return occurrences;
  const end = last.start + last.length;
  const starts = occurrences.flatMap((occurrence) =>
    occurrence.bars.map((bar) => occurrence.start + bar.start),
  );
  const from = starts[Math.max(0, starts.length - slow.bars)]!;
  return occurrences.map((occurrence) =>
    occurrence.start + occurrence.length <= from
      ? occurrence
      : withBars(occurrence, slowed(occurrence.bars, slow, from - occurrence.start, end - occurrence.start)),
  );
}

const NOTHING_SET: Occurrence['settings'] = {};

/** A playing in which nothing changed is the very same. */
const occurrenceOf = derived(
  ({ excerpt, ...own }: { excerpt: Excerpt } & Omit<Occurrence, keyof Excerpt>): Occurrence => ({
    ...excerpt,
    ...own,
  }),
);

/** The form played out: every pass of every section in order, with ticks from the song's start. */
export function expandForm(song: Song): readonly Occurrence[] {
  const played = new Map<string, number>();
  const occurrences: Occurrence[] = [];
  let start = 0;
  let before = '';
  const excerpts = excerptsOfForm(song);
  const last = excerpts[excerpts.length - 1];
  const all = last ? [...excerpts, ...tagsOf(song, last)] : [];
  for (const { entry, section, repeat, name, excerpt } of all) {
    const timesBefore = played.get(section.id) ?? 0;
    const length = barsLength(excerpt.bars);
    // A tag is told as the playing it repeats.
    const set = Math.min(repeat, entry.repeats - 1);
    const settings = entry.occurrences?.[set] ?? NOTHING_SET;
    const lift = entry.lifts?.[set] ?? section.lift ?? null;
    const lead = before ? leadOf(occurrences[occurrences.length - 1]!) : 0;
    const entersNew = section.id !== before;
    occurrences.push(
      occurrenceOf(section, name, {
        excerpt,
        section,
        timesBefore,
        entry: entry.id,
        repeat,
        occurrenceKey: name,
        settings,
        lift,
        start,
        lead,
        length,
        entersNew,
      }),
    );
    played.set(section.id, timesBefore + 1);
    start += length;
    before = section.id;
  }
  return withClose(song, occurrences);
}
