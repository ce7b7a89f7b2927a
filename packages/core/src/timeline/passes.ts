import type { ChordEvent, FormEntry, Section, Settings, Song } from '../song/schema';
import { barsLength, sectionBars, type Bar } from './bars';

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

const repetitions = (form: readonly FormEntry[]) =>
  form.flatMap((entry) => Array.from({ length: entry.repeats }, (_, pass) => ({ entry, pass })));

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
