/** What the server and the app say to each other about the writer's own styles, patterns and players. */
import { z } from 'zod';
import { revisionSchema } from '../song/wire';

export const userStyleIdSchema = z.uuid('That is not the id of a style of your own.');

/** How many are kept, and how large one may be, characters of JSON. */
export const USER_STYLE_LIMITS = { count: 100, length: 300_000 } as const;

/** What is in a document is read by `readOwn`; here it is any object. */
const documentSchema = z
  .record(z.string(), z.unknown())
  .refine(
    (document) => JSON.stringify(document).length <= USER_STYLE_LIMITS.length,
    `The file is too large for a style: at most ${USER_STYLE_LIMITS.length / 1000} kB. Leave patterns out that nobody plays.`,
  );

/** A new one under an id the app has chosen, so that sending it again makes no second. */
export const createUserStyleSchema = z.strictObject({ id: userStyleIdSchema, document: documentSchema });

/** Another document in the place of the one that had this revision. */
export const replaceUserStyleSchema = z.strictObject({ revision: revisionSchema, document: documentSchema });

export const storedUserStyleSchema = z.object({
  id: userStyleIdSchema,
  revision: revisionSchema,
  document: z.record(z.string(), z.unknown()),
  /** Songs that play by it, those in the bin left out. */
  songs: z.number().int(),
});

export const userStyleListSchema = z.object({ own: z.array(storedUserStyleSchema) });

/** A style, patterns or a player of the writer's own, as it is kept. */
export type UserStyleDocument = z.infer<typeof documentSchema>;
/** A document of the writer's own with its revision, as the server keeps it. */
export type StoredUserStyle = z.infer<typeof storedUserStyleSchema>;
