/** What the server and the app say to each other about songs. */
import { z } from 'zod';
import { patchSchema } from './patches';
import { anySongSchema } from './read';
import type { Song } from './schema';

export const songIdSchema = z.uuid('That is not the id of a song.');

/** A revision as the database counts it. */
export const revisionSchema = z
  .number('A revision is a whole number.')
  .int('A revision is a whole number.')
  .min(1, 'Revisions count from 1.')
  .max(2_147_483_647, 'There is no revision that high.');

/** The id of an edit: a save that is sent again, because its answer was lost, is recognised by it. */
export const editIdSchema = z.uuid('An edit has an id of its own.');

/** A new song; where its id is given too, sending it again makes no second one. */
export const createSongSchema = z.strictObject({ song: anySongSchema, id: songIdSchema.optional() });

/** Steps of one save: the latest is new, those before it were sent and not answered. */
export const MOST_SAVE_STEPS = 40;
/** Changes of one step, and of a save in all: the app sends a step of more than a thousand as the whole song. */
const MOST_PATCHES = 2000;
const MOST_IN_ALL = MOST_SAVE_STEPS * 1000;
const TOO_MANY = 'These are too many changes at once. Save them in parts.';

/** What was changed between two tries to save, with its own id. */
export const saveStepSchema = z.strictObject({
  edit: editIdSchema,
  patches: z.array(patchSchema).max(MOST_PATCHES, TOO_MANY),
});

/**
 * A save: the revision it was made from, and what was changed since, in steps. Steps whose answers were lost come
 * again in front of the new one, so that the server goes on from the last that it has.
 */
export const saveSchema = z.strictObject({
  revision: revisionSchema,
  steps: z
    .array(saveStepSchema)
    .min(1, 'A save has at least one step.')
    .max(MOST_SAVE_STEPS, 'A save has 40 steps at most.')
    .refine((steps) => steps.reduce((sum, { patches }) => sum + patches.length, 0) <= MOST_IN_ALL, TOO_MANY)
    .readonly(),
});

/** A song as the server holds it; one of an earlier version is brought up to this one. */
export const storedSongSchema = z.object({
  id: songIdSchema,
  revision: revisionSchema,
  updatedAt: z.string(),
  song: anySongSchema,
});

/** The answer to a save. `current` is there where the save was known and others have gone on from it since. */
export const savedSchema = z.object({
  id: songIdSchema,
  revision: revisionSchema,
  updatedAt: z.string(),
  current: storedSongSchema.optional(),
});

/** A line of the songbook, with the form as section names and lengths for its picture. */
export const songSummarySchema = z.object({
  id: songIdSchema,
  revision: revisionSchema,
  updatedAt: z.string(),
  title: z.string(),
  key: z.string(),
  metre: z.string(),
  tempo: z.number(),
  style: z.string(),
  bars: z.number().int(),
  form: z.array(z.object({ name: z.string(), bars: z.number().int() })),
  tags: z.array(z.string()),
  /** What was changed last, in words; empty where nothing is known of it. */
  changed: z.string(),
  /** When it was put into the bin; null where it stands in the songbook. */
  deletedAt: z.string().nullable(),
  /** There where the line could not be read: the song is, and says when it is opened what is wrong. */
  unread: z.literal(true).optional(),
});

/** A line of which nothing but its song is known. */
const unreadLineSchema = z
  .object({ id: songIdSchema, title: z.string().catch('A song whose line cannot be read') })
  .loose()
  .transform(({ id, title, revision, updatedAt, deletedAt }): SongSummary => ({
    id,
    title,
    revision: revisionSchema.catch(1).parse(revision),
    updatedAt: z
      .string()
      .catch(() => new Date(0).toISOString())
      .parse(updatedAt),
    deletedAt: z.string().nullable().catch(null).parse(deletedAt),
    key: '',
    metre: '',
    tempo: 0,
    style: '',
    bars: 0,
    form: [],
    tags: [],
    changed: '',
    unread: true,
  }));

/** Orders of the songbook: what was worked on last, or by a fact of the songs. */
export const SORTS = ['worked on', 'title', 'key', 'tempo', 'style'] as const;
/** By what the songbook is sorted. */
export type Sort = (typeof SORTS)[number];

/** One page of the songbook. `next` asks for the page after it; `total` counts all that were found. */
export const songListSchema = z.object({
  /** One line that cannot be read takes no other down with it. */
  songs: z.array(songSummarySchema.or(unreadLineSchema)),
  next: z.string().nullable(),
  total: z.number().int(),
});

/** Every tag of the songbook, in order. */
export const tagListSchema = z.object({ tags: z.array(z.string()) });

export const problemSchema = z.object({
  /** It stays as it is while the sentences may get better. */
  code: z.string().optional(),
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  current: storedSongSchema.optional(),
});

/** One step of a save: an edit's id, its patches, the revision it was made on. */
export type SaveStep = z.infer<typeof saveStepSchema>;
/** A save as it is sent: steps in order. */
export type Save = z.infer<typeof saveSchema>;
/** A song as the server keeps it, with its revision. */
export type StoredSong = z.infer<typeof storedSongSchema>;
/** The server's answer to a save. */
export type Saved = z.infer<typeof savedSchema>;
/** A song as the songbook lists it. */
export type SongSummary = z.infer<typeof songSummarySchema>;
/** A page of the songbook, as it is sent. */
export type SongList = z.infer<typeof songListSchema>;
/** What went wrong, in words. Source: RFC 9457. */
export type ProblemDetails = z.infer<typeof problemSchema>;

/** What a summary says of a song itself. */
export type SummaryFacts = Omit<SongSummary, 'id' | 'revision' | 'updatedAt' | 'deletedAt' | 'unread'>;

/** A song's line in the songbook. */
export function summaryOf(
  song: Pick<Song, 'title' | 'key' | 'metre' | 'tempo' | 'style' | 'sections' | 'tags'> & {
    readonly form: readonly { readonly section: string; readonly repeats: number }[];
  },
  changed = '',
): SummaryFacts {
  const sections = new Map(song.sections.map((s) => [s.id, s]));
  const form = song.form.flatMap(({ section, repeats }) => {
    const found = sections.get(section);
    return found ? [{ name: found.name, bars: found.bars * repeats }] : [];
  });
  const { title, key, metre, tempo, style, tags = [] } = song;
  const bars = form.reduce((sum, entry) => sum + entry.bars, 0);
  return { title, key, metre, tempo, style, bars, form, tags, changed };
}
