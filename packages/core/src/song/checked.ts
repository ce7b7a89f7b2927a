/**
 * Whether what an edit left is a song that can be kept: all that is new is checked by its schema. What passed once
 * is known by identity, for edits leave what they do not touch as the very same objects.
 */
import type { z } from 'zod';
import { piecesTrouble } from './check';
import { firstIssueInWords } from './issues';
import { limitTrouble } from './size';
import {
  chordEventSchema,
  draftSchema,
  formEntrySchema,
  partSchema,
  removedSchema,
  sectionSchema,
  songShape,
  type ChordEvent,
  type Draft,
  type Part,
  type Section,
  type Song,
} from './schema';
import { takeSchema, type Take } from './takeSchema';

/** What is made of pieces is checked piece by piece, and itself without them. */
const songShell = songShape.omit({ parts: true, sections: true, form: true, removed: true });
const sectionShell = sectionSchema.omit({ drafts: true, partChords: true });
const draftShell = draftSchema.omit({ chords: true });
const partShell = partSchema.omit({ frozen: true, takes: true });
const frozenSchema = partSchema.shape.frozen.unwrap();

const passed = new WeakSet<object>();

/** Remembers what passed, where nobody can change it any more. */
function once<T extends object>(value: T, look: (value: T) => string | null): string | null {
  if (passed.has(value)) return null;
  const trouble = look(value);
  if (trouble === null && Object.isFrozen(value)) passed.add(value);
  return trouble;
}

function by(schema: z.ZodType, value: unknown): string | null {
  const { error } = schema.safeParse(value);
  return error ? firstIssueInWords(error) : null;
}

/** The first trouble of a list, in time straight in what of it is new. */
function firstOf<T>(items: readonly T[], look: (item: T) => string | null): string | null {
  for (const item of items) {
    const trouble = look(item);
    if (trouble !== null) return trouble;
  }
  return null;
}

const chordsTrouble = (chords: readonly ChordEvent[]): string | null =>
  once(chords, () => firstOf(chords, (chord) => once(chord, () => by(chordEventSchema, chord))));

const draftTrouble = (draft: Draft): string | null =>
  once(draft, ({ chords, ...shell }) => by(draftShell, shell) ?? chordsTrouble(chords));

const sectionTrouble = (section: Section): string | null =>
  once(
    section,
    ({ drafts, partChords = {}, ...shell }) =>
      by(sectionShell, shell) ??
      firstOf(drafts, draftTrouble) ??
      firstOf(Object.values(partChords), chordsTrouble),
  );

/** Of many takes one is new; how many there may be stands in size.ts. */
const takesTrouble = (takes: readonly Take[]): string | null =>
  once(takes, () => firstOf(takes, (take) => once(take, () => by(takeSchema, take))));

const partTrouble = (part: Part): string | null =>
  once(
    part,
    ({ frozen, takes, ...shell }) =>
      by(partShell, shell) ??
      (frozen ? once(frozen, () => by(frozenSchema, frozen)) : null) ??
      (takes ? takesTrouble(takes) : null),
  );

/** Why a song that an edit left cannot be kept, as a sentence for the writer; null where it can. */
export function songTrouble(song: Song): string | null {
  const { parts, sections, form, removed = [], ...shell } = song;
  return (
    limitTrouble(song) ??
    by(songShell, shell) ??
    firstOf(parts, partTrouble) ??
    firstOf(sections, sectionTrouble) ??
    firstOf(form, (entry) => once(entry, () => by(formEntrySchema, entry))) ??
    firstOf(removed, (gone) => once(gone, () => by(removedSchema, gone))) ??
    piecesTrouble(song)?.message ??
    null
  );
}
