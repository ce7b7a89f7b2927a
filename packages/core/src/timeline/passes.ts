import type { ChordEvent, FormEntry, Section, Settings, Song } from '../song/schema';
import { PPQ } from '../time/ticks';
import { barsLength, sectionBars, type Bar } from '../time/bars';

/** One playing of a section: where it starts in the song and what comes before and after it. */
export interface Pass {
  readonly section: Section;
  /** How often this section has been played before in the song. */
  readonly index: number;
  /** The place of the form it belongs to, and which of its repeats it is, from 0: seeds rest on them. */
  readonly entry: string;
  readonly repeat: number;
  /** Settings that hold for this pass only, by part. */
  readonly settings: Readonly<Record<string, Settings>>;
  readonly start: number;
  /** Ticks before its start into which its first chord may be pushed. */
  readonly lead: number;
  readonly length: number;
  readonly bars: readonly Bar[];
  readonly chords: readonly ChordEvent[];
  /** True where another section (or nothing) sounded before. */
  readonly entersNew: boolean;
}

/** The chords of the draft in use, in order. */
export function chordsInUse(section: Section): readonly ChordEvent[] {
  const draft = section.drafts.find((d) => d.id === section.draft) ?? section.drafts[0]!;
  return draft.chords;
}

/** Ticks a chord keeps, however early the next one is pushed: a sixteenth, or half of a shorter one. */
const LEAST_LEFT = PPQ / 4;

export const roomBefore = (length: number): number => Math.max(length - LEAST_LEFT, Math.floor(length / 2));

const repetitions = (form: readonly FormEntry[]) =>
  form.flatMap((entry) => Array.from({ length: entry.repeats }, (_, pass) => ({ entry, pass })));

/** What the last chord of a playing leaves to the first of the next one. */
function leadOf({ chords, length }: Pass): number {
  const last = chords[chords.length - 1];
  return roomBefore(last ? length - last.start : length);
}

/** The form played out: every pass of every section in order, with ticks from the song's start. */
export function expandForm(song: Song): Pass[] {
  const byId = new Map(song.sections.map((s) => [s.id, s]));
  const barsOf = new Map(song.sections.map((s) => [s.id, sectionBars(s, song)]));
  const played = new Map<string, number>();
  const passes: Pass[] = [];
  let start = 0;
  let before = '';
  for (const { entry, pass } of repetitions(song.form)) {
    const section = byId.get(entry.section);
    if (!section) continue;
    const bars = barsOf.get(section.id)!;
    const index = played.get(section.id) ?? 0;
    const length = barsLength(bars);
    passes.push({
      section,
      index,
      entry: entry.id,
      repeat: pass,
      settings: entry.passes?.[pass] ?? {},
      start,
      lead: before ? leadOf(passes[passes.length - 1]!) : 0,
      length,
      bars,
      chords: chordsInUse(section),
      entersNew: section.id !== before,
    });
    played.set(section.id, index + 1);
    start += length;
    before = section.id;
  }
  return passes;
}
