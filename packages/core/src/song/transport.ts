/** What the server and the app say to each other about songs. */
import { z } from 'zod';
import { songSchema } from './schema';

export const songIdSchema = z.uuid('That is not the id of a song.');

export const createSongSchema = z.strictObject({ song: songSchema });

/** A save carries the revision it was made from. */
export const replaceSongSchema = z.strictObject({
  revision: z.number().int().min(1),
  song: songSchema,
});

export const storedSongSchema = z.object({
  id: songIdSchema,
  revision: z.number().int(),
  updatedAt: z.string(),
  song: songSchema,
});

/** A line of the songbook, with the form as section names and lengths for its picture. */
export const songSummarySchema = z.object({
  id: songIdSchema,
  revision: z.number().int(),
  updatedAt: z.string(),
  title: z.string(),
  key: z.string(),
  metre: z.string(),
  tempo: z.number(),
  style: z.string(),
  bars: z.number().int(),
  form: z.array(z.object({ name: z.string(), bars: z.number().int() })),
});

export const songListSchema = z.object({ songs: z.array(songSummarySchema) });

export const problemSchema = z.object({
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  current: storedSongSchema.optional(),
});

export type StoredSong = z.infer<typeof storedSongSchema>;
export type SongSummary = z.infer<typeof songSummarySchema>;
export type ProblemDetails = z.infer<typeof problemSchema>;
