/**
 * Takes: what a part played over some bars at another try, kept note for note, and which of them is played where. Ticks
 * count from the start of the section, so that they go along with its bars.
 */
import { z } from 'zod';
import { TOUCHES } from './choices';
import { MOST_TICKS, annotationSchema, id, nameSchema, slugSchema, ticks } from './fields';
import { LIMITS } from './limits';
import { settingsSchema } from './settings/index';

/** A note of a take begins a half note before its section at most, ticks: a pickup. */
const EARLIEST = -960;

const length = z.number().int().min(1).max(MOST_TICKS);

/**
 * A note: where it begins, how long it sounds and how long it is written, ticks; MIDI number; strength; what it is; and,
 * where it is more than struck, how it is touched and how many milliseconds late its stroke comes.
 */
export const takeNoteSchema = z.tuple([
  z.number().int().min(EARLIEST).max(MOST_TICKS),
  length,
  length,
  z.number().int().min(0).max(127),
  z.number().int().min(1).max(127),
  z.string().max(30),
  z
    .strictObject({
      touch: z.enum(TOUCHES).optional(),
      delay: z.number().min(0).max(1000).optional(),
      rings: z.literal(true).optional(),
    })
    .optional(),
]);

/** From where a chord is felt, ticks, and its symbol; null where there is none. */
const heardChordSchema = z.tuple([
  z.number().int().min(EARLIEST).max(MOST_TICKS),
  z.string().max(60).nullable(),
]);

/** A stretch of a playing of a section, ticks from the section's start. */
const placeFields = {
  section: id,
  /** The place of the form and its repeat, 0-based. */
  entry: id,
  repeat: z.number().int().min(0).max(LIMITS.repeats),
  from: ticks,
  to: ticks,
};

/** What of a take lies in one playing of a section. */
export const takePieceSchema = z
  .strictObject({
    ...placeFields,
    /** The chords it was played over: where they are others now, it follows them. */
    chords: z.array(heardChordSchema).max(LIMITS.chordsPerDraft),
    notes: z.array(takeNoteSchema).max(LIMITS.keptNotes),
  })
  .refine(({ from, to }) => from < to, 'A take ends before it begins.');

/** A take of a part: who played it, by which chance, and what. */
export const takeSchema = z.strictObject({
  id,
  /** Left out where it is known by its number alone. */
  name: nameSchema.optional(),
  note: annotationSchema.optional(),
  starred: z.literal(true).optional(),
  /** It is no longer listed, and can be brought back. */
  putAway: z.literal(true).optional(),
  seed: z.number().int().min(0).max(2_147_483_647),
  /** The player it was asked of; left out where that was the part as it is set. */
  player: slugSchema.optional(),
  /** How it was asked to play, over what was set. */
  settings: settingsSchema.optional(),
  /** Its times are its own: somebody played it, or it is what was heard. No groove moves it. */
  played: z.literal(true).optional(),
  pieces: z.array(takePieceSchema).min(1).max(LIMITS.formEntries),
});

/** Which take is played through a stretch of a playing. */
export const compSpanSchema = z
  .strictObject({
    ...placeFields,
    take: id,
    /** It is heard although the part is switched off there. */
    whileOff: z.literal(true).optional(),
  })
  .refine(({ from, to }) => from < to, 'A stretch of a comp ends before it begins.');

/** A stretch of a playing of a section, ticks from the section's start. */
export type CompPlace = Pick<CompSpan, 'section' | 'entry' | 'repeat' | 'from' | 'to'>;
/** A note of a take, as a row. */
export type KeptTakeNote = z.infer<typeof takeNoteSchema>;
/** What of a take lies in one playing of a section. */
export type TakePiece = z.infer<typeof takePieceSchema>;
/** A take of a part. */
export type Take = z.infer<typeof takeSchema>;
/** A take that has no id yet. */
export type NewTake = Omit<Take, 'id'>;
/** Which take is played through a stretch of a playing. */
export type CompSpan = z.infer<typeof compSpanSchema>;
