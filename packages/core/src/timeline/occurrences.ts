import type { ChordEvent, Cue, FormEntry, Lift, Section, Settings, Song } from '../song/schema';
import { chordsInUse } from '../song/inUse';
import { derived } from '../memo/derived';
import { PPQ } from '../time/ticks';
import { barsLength, sectionBars, type Bar } from '../time/bars';
import { occurrenceKeyOf } from './occurrenceKey';
import { barsPlayed, excerptOf, type Excerpt } from './playedBars';
import { slowed } from './slowing';

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
  readonly start: number;
  /** Ticks before its start into which its first chord may be pushed. */
  readonly lead: number;
  readonly length: number;
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

export const gapBefore = (length: number): number => Math.max(length - SHORTEST_LEFT, Math.floor(length / 2));

interface OccurrenceExcerpt {
  readonly entry: FormEntry;
  readonly section: Section;
  readonly pass: number;
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
    return Array.from({ length: entry.repeats }, (_, pass) => {
      const places = barsPlayed(section, pass, entry.repeats);
      const name = occurrenceKeyOf({ entry: entry.id, repeat: pass });
      return { entry, section, pass, name, excerpt: excerptOf(section, bars, chords, places) };
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
    const pass = last.pass + 1 + i;
    return { ...last, pass, name: occurrenceKeyOf({ entry: entry.id, repeat: pass }), excerpt: again };
  });
}

/** What the last chord of a playing leaves to the first of the next one. */
function leadOf({ chords, length }: Occurrence): number {
  const last = chords[chords.length - 1];
  return gapBefore(last ? length - last.start : length);
}

const occurrenceWithBars = derived(
  ({ pass, bars }: { pass: Occurrence; bars: Occurrence['bars'] }): Occurrence => ({
    ...pass,
    bars,
  }),
);
const withBars = (pass: Occurrence, bars: Occurrence['bars']): Occurrence =>
  occurrenceWithBars(pass, 'slowed', { pass, bars });

/** Playings whose last bars slow down, where the song says so. */
function withClose(song: Song, passes: readonly Occurrence[]): readonly Occurrence[] {
  const slow = song.close?.slow;
  const last = passes[passes.length - 1];
  if (!slow || !last) return passes;
  const end = last.start + last.length;
  const starts = passes.flatMap((pass) => pass.bars.map((bar) => pass.start + bar.start));
  const from = starts[Math.max(0, starts.length - slow.bars)]!;
  return passes.map((pass) =>
    pass.start + pass.length <= from
      ? pass
      : withBars(pass, slowed(pass.bars, slow, from - pass.start, end - pass.start)),
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
  const passes: Occurrence[] = [];
  let start = 0;
  let before = '';
  const playings = excerptsOfForm(song);
  const last = playings[playings.length - 1];
  const all = last ? [...playings, ...tagsOf(song, last)] : [];
  for (const { entry, section, pass, name, excerpt } of all) {
    const timesBefore = played.get(section.id) ?? 0;
    const length = barsLength(excerpt.bars);
    // A tag is told as the playing it repeats.
    const set = Math.min(pass, entry.repeats - 1);
    const settings = entry.passes?.[set] ?? NOTHING_SET;
    const lift = entry.lifts?.[set] ?? section.lift ?? null;
    const lead = before ? leadOf(passes[passes.length - 1]!) : 0;
    const entersNew = section.id !== before;
    passes.push(
      occurrenceOf(section, name, {
        excerpt,
        section,
        timesBefore,
        entry: entry.id,
        repeat: pass,
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
  return withClose(song, passes);
}
