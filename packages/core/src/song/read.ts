/**
 * The one door for documents: whatever was stored, kept or sent comes in here, is brought up to
 * this version step by step, and is checked. What fits is a song that everything else may rely on.
 */
import { z } from 'zod';
import { barsLength, sectionBars } from '../timeline/bars';
import { holdUntilNext } from './hold';
import { LIMITS } from './limits';
import { freeName } from './names';
import { songSchema } from './check';
import {
  firstIssue,
  formEntrySchema,
  songShape,
  type ChordEvent,
  type FormEntry,
  type Section,
  type Song,
} from './schema';

/** Version 1: places of the form had no ids, and order within a section was not checked. */
const version1Schema = songShape.extend({
  version: z.literal(1),
  form: z.array(formEntrySchema.omit({ id: true })).max(LIMITS.formEntries),
});

type Version1 = z.infer<typeof version1Schema>;

/** Chords with ids of their own, in order, none after the section's end. */
function inOrder(chords: readonly ChordEvent[], end: number): ChordEvent[] {
  const taken = new Set<string>();
  const named = chords.map((chord) => {
    let id = chord.id;
    for (let n = chords.length + 1; taken.has(id); n++) id = `c${n}`;
    taken.add(id);
    return { ...chord, id };
  });
  return holdUntilNext(named, end);
}

function sectionInOrder(section: Section, song: Version1, names: readonly string[]): Section {
  const changes = [...new Map(section.changes.map((c) => [c.bar, c])).values()]
    .filter((c) => c.bar < section.bars)
    .sort((a, b) => a.bar - b.bar);
  const end = barsLength(sectionBars({ bars: section.bars, changes }, song));
  return {
    ...section,
    name: freeName(names, section.name),
    changes,
    drafts: section.drafts.map((d) => ({ ...d, chords: inOrder(d.chords, end) })),
    cues: section.cues.filter((c) => c.bar < section.bars),
  };
}

/** A form no longer than a song may be: repeats and places past the limit are let go. */
function boundedForm(form: Version1['form'], sections: readonly Section[]): FormEntry[] {
  const bars = new Map(sections.map((s) => [s.id, s.bars]));
  let left: number = LIMITS.playedBars;
  return form.flatMap((entry, i) => {
    const size = bars.get(entry.section) ?? 1;
    const repeats = Math.min(entry.repeats, Math.floor(left / size));
    left -= size * repeats;
    return repeats > 0 ? [{ ...entry, id: `e${i + 1}`, repeats }] : [];
  });
}

function fromVersion1(old: Version1): Song {
  const names: string[] = [];
  const sections = old.sections.map((section) => {
    const next = sectionInOrder(section, old, names);
    names.push(next.name);
    return next;
  });
  return { ...old, version: 2, sections, form: boundedForm(old.form, sections) };
}

export type ReadSong =
  | { readonly song: Song; readonly trouble: null }
  /** Why it is no song that can be opened, as a sentence with the place. */
  | { readonly song: null; readonly trouble: string };

/** A song of any version, brought up to this one and checked. */
export function readSong(document: unknown): ReadSong {
  const version = (document as { version?: unknown } | null)?.version;
  if (typeof version === 'number' && version > 2) {
    return { song: null, trouble: 'The song was made by a newer version. Reload the page to get it.' };
  }
  let current = document;
  if (version === 1) {
    const old = version1Schema.safeParse(document);
    if (!old.success) return { song: null, trouble: firstIssue(old.error) };
    current = fromVersion1(old.data);
  }
  const read = songSchema.safeParse(current);
  return read.success ? { song: read.data, trouble: null } : { song: null, trouble: firstIssue(read.error) };
}

/** {@link readSong} as a schema, for what carries a song. */
export const anySongSchema = z.unknown().transform((document, ctx): Song => {
  const { song, trouble } = readSong(document);
  if (song) return song;
  ctx.addIssue({ code: 'custom', message: trouble });
  return z.NEVER;
});
