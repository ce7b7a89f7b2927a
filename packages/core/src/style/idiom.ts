/**
 * What makes a style the idiom it is, as figures that can be heard in its notes: each says what it is in words, where
 * that is known from, and between which bounds it lies.
 */
import { z } from 'zod';
import { lineSchema, metreSchema, slugSchema } from '../song/fields';

/** Places in a bar, quarter notes from its start. */
const places = z.array(z.number().min(0).max(12)).min(1).max(16);

const figureSchema = z
  .strictObject({
    says: lineSchema.min(1).max(160),
    source: lineSchema.min(1).max(120),
    /** The kind of part that is heard. */
    kind: slugSchema,
    /** Of a kit or hand percussion: which pieces, by their names. */
    pieces: z.array(lineSchema).min(1).max(6).optional(),
    /** The bars that are heard: those of this metre. */
    metre: metreSchema,
    /**
     * What is measured: the share of bars that strike at all the places, at one of them, at none; the share of strokes
     * that lie there; strokes a bar; how long a stroke sounds in the middle of all, quarter notes; the share of
     * strokes at the places with one of the functions; how much stronger the places are, velocity; how late strokes are,
     * ms; the share of changes of chord that are led into.
     */
    measure: z.enum([
      'bars with all',
      'bars with one',
      'bars without',
      'strokes there',
      'strokes a bar',
      'length',
      'function there',
      'stronger there',
      'late',
      'changes led into',
    ]),
    at: places.optional(),
    functions: z.array(lineSchema).min(1).max(6).optional(),
    least: z.number().optional(),
    most: z.number().optional(),
  })
  .refine(({ least, most }) => least !== undefined || most !== undefined, 'A figure has a bound at least.');

/** A figure of an idiom: what is measured of which part, and between which bounds it lies. */
export type IdiomFigure = z.infer<typeof figureSchema>;

/** The idioms of styles, by their ids. */
export const idiomsSchema = z.record(slugSchema, z.array(figureSchema).min(3).max(6));
