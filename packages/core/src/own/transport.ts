/** What the server and the app say to each other about the writer's own styles, patterns and players. */
import { z } from 'zod';
import { revisionSchema } from '../song/transport';

export const ownIdSchema = z.uuid('That is not the id of a style of your own.');

/** How many are kept, and how large one may be, characters of JSON. */
export const OWN_LIMITS = { count: 100, length: 300_000 } as const;

/** What is in a document is read by `readOwn`; here it is any object. */
const documentSchema = z
  .record(z.string(), z.unknown())
  .refine(
    (document) => JSON.stringify(document).length <= OWN_LIMITS.length,
    `The file is too large for a style: at most ${OWN_LIMITS.length / 1000} kB. Leave patterns out that nobody plays.`,
  );

/** A new one under an id the app has chosen, so that sending it again makes no second. */
export const createOwnSchema = z.strictObject({ id: ownIdSchema, document: documentSchema });

/** Another document in the place of the one that had this revision. */
export const replaceOwnSchema = z.strictObject({ revision: revisionSchema, document: documentSchema });

export const storedOwnSchema = z.object({
  id: ownIdSchema,
  revision: revisionSchema,
  document: z.record(z.string(), z.unknown()),
  /** Songs that play by it, those in the bin left out. */
  songs: z.number().int(),
});

export const ownListSchema = z.object({ own: z.array(storedOwnSchema) });

export type OwnDocument = z.infer<typeof documentSchema>;
export type StoredOwn = z.infer<typeof storedOwnSchema>;
