/** Changes to a song as patches: what the app keeps and sends, and the server lays on what it has. */
import { applyPatches, enablePatches, type Patch } from 'immer';
import { z } from 'zod';

enablePatches();

/** More items than any list of a song may have: a place beyond is no place in a song. */
const MOST_ITEMS = 100_000;

const placeSchema = z.number().int().min(0).max(MOST_ITEMS);

/** One change: at a path of fields and places something is put in, taken out or replaced (RFC 6902, paths as lists). */
export const patchSchema = z
  .strictObject({
    op: z.enum(['add', 'remove', 'replace']),
    path: z.array(z.union([z.string().max(100), placeSchema])).max(20),
    value: z.unknown().optional(),
  })
  .refine(({ path, value }) => path.at(-1) !== 'length' || placeSchema.safeParse(value).success, {
    message: 'A list cannot be made that long.',
  });

export type SongPatch = z.infer<typeof patchSchema>;

/** Changes that name something the document does not have. */
export class PatchesDoNotFit extends Error {}

/**
 * A document with patches laid on, in their order. What comes out is unchecked: it goes through `readSong`.
 * @throws PatchesDoNotFit where a path leads nowhere.
 */
export function withPatches<T extends object>(document: T, patches: readonly SongPatch[]): T {
  try {
    return applyPatches(document, patches as readonly Patch[]);
  } catch {
    throw new PatchesDoNotFit('These changes were made to another version of the song.');
  }
}

/** A whole song in the place of whatever is there. */
export const wholeSong = (song: object): SongPatch => ({ op: 'replace', path: [], value: song });
