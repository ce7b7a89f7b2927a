/** What a song's fields are made of: ids, names, notes, keys, metres, tempos, ticks. */
import { z } from 'zod';
import { parseKey, keyText } from '../theory/key';
import { METRE_NAMES, findMetre } from '../time/metre';
import { LIMITS } from './limits';
import { cutText, isOneLine } from './text';

/** What pieces of a song are known by. */
export const id = z
  .string()
  .min(1)
  .max(40)
  .regex(/^[\w-]+$/, 'An id holds letters, digits, _ and - only.')
  .refine((text) => !(text in {}), 'That word cannot be an id.');

/** A name on one line. */
export const nameSchema = z
  .string()
  .trim()
  .min(1, 'A name is missing.')
  .max(LIMITS.nameLength, `A name has at most ${LIMITS.nameLength} characters.`)
  .refine(isOneLine, 'A name stands on one line and holds no control characters or halves of characters.');

/** A sentence or two on one line. */
export const lineSchema = z
  .string()
  .refine(isOneLine, 'This stands on one line and holds no control characters or halves of characters.');

/** What a writer notes down: lines of text. */
export const annotationSchema = z
  .string()
  .min(1)
  .max(LIMITS.noteLength, `A note has at most ${LIMITS.noteLength} characters.`)
  .refine(
    (text) => text.split('\n').every(isOneLine),
    'A note holds no control characters or halves of characters.',
  );

/** The id of a style, a pattern or a kind of part; it may be one that is not at hand, and is kept. */
export const slugSchema = z
  .string()
  .max(40)
  .regex(/^[a-z0-9-]+$/, 'A style, pattern or kind of part is named by small letters, digits and -.')
  .refine((text) => !(text in {}), 'That word cannot be an id.');

/** A value of a request as it is quoted in a complaint. */
export const quoted = (value: unknown): string =>
  typeof value === 'string' ? `"${cutText(value, 60)}"` : 'That';
export const MOST_TICKS = 10_000_000;
export const ticks = z.number().int().min(0).max(MOST_TICKS);

export const keySchema = z
  .string()
  .max(12, { abort: true })
  .refine((text) => parseKey(text) !== null, {
    error: (issue) => `${quoted(issue.input)} is not a key. Write one like C, Eb or F#m.`,
  })
  .transform((text) => keyText(parseKey(text)!));

const noMetre = (value: unknown): string =>
  `${quoted(value)} is no metre that is played here. Use one of ${METRE_NAMES.join(', ')}.`;

/** A metre as it is written: `6/8`, or with its grouping, `3+2+2/8`. */
export const metreSchema = z
  .string({ error: (issue) => noMetre(issue.input) })
  .max(20, { abort: true })
  .refine((text) => findMetre(text) !== null, { abort: true, error: (issue) => noMetre(issue.input) })
  .transform((text) => findMetre(text)!.name);

/** Beats a minute. */
export const SLOWEST = 30;
export const FASTEST = 300;

export const tempoSchema = z
  .number('A tempo is a number of beats a minute.')
  .min(SLOWEST, `The slowest tempo is ${SLOWEST}.`)
  .max(FASTEST, `The fastest tempo is ${FASTEST}.`);
