/**
 * The one door for documents: whatever was stored, kept or sent comes in here, is brought up to
 * this version step by step, and is checked. What fits is a song that everything else may rely on.
 */
import { z } from 'zod';
import { boundsTrouble } from './bounds';
import { songSchema } from './check';
import { fromVersion1, version1Schema } from './migrations/version1';
import { fromVersion2, version2Schema } from './migrations/version2';
import { fromVersion3 } from './migrations/version3';
import { fromVersion4 } from './migrations/version4';
import { fromVersion5 } from './migrations/version5';
import { fromVersion6 } from './migrations/version6';
import { fromVersion7 } from './migrations/version7';
import type { ReadError } from './errorCodes';
import { firstIssue } from './issues';
import { type Song } from './schema';

/** The version that is written now. */
export const SONG_VERSION = 8;

/** Said of a song that a later version of the app has written: it stays as it is. */
export const MADE_BY_NEWER = 'The song was made by a newer version. Reload the page to get it.';

/** One step up from each earlier version: what it looked like, and what becomes of it. */
const STEPS = new Map<number, (document: unknown) => unknown>([
  [1, (document) => fromVersion1(version1Schema.parse(document))],
  [2, (document) => fromVersion2(version2Schema.parse(document))],
  [3, (document) => fromVersion3(document as object)],
  [4, (document) => fromVersion4(document as object)],
  [5, (document) => fromVersion5(document as object)],
  [6, (document) => fromVersion6(document as object)],
  [7, (document) => fromVersion7(document as object)],
]);

/** A song that was read, or why it could not be. */
export type ReadSong =
  | { readonly song: Song; readonly trouble: null }
  /** Why it is no song that can be opened, as a sentence with the place. */
  | { readonly song: null; readonly trouble: string; readonly code: ReadError };

const versionOf = (document: unknown): unknown => (document as { version?: unknown } | null)?.version;

/**
 * A document of an earlier version as it is in this one, unchecked.
 * @throws ZodError where it is none of its own version.
 */
export function upToDate(document: unknown): unknown {
  let current = document;
  for (let step; (step = STEPS.get(versionOf(current) as number));) current = step(current);
  return current;
}

/** A song of any version, brought up to this one and checked. */
export function readSong(document: unknown): ReadSong {
  const tooMuch = boundsTrouble(document);
  if (tooMuch !== null) return { song: null, trouble: tooMuch, code: 'document-too-large' };
  const version = versionOf(document);
  if (typeof version === 'number' && version > SONG_VERSION) {
    return { song: null, trouble: MADE_BY_NEWER, code: 'version-newer' };
  }
  try {
    return { song: songSchema.parse(upToDate(document)), trouble: null };
  } catch (error) {
    if (!(error instanceof z.ZodError)) throw error;
    return { song: null, trouble: firstIssue(error), code: 'document-unfit' };
  }
}

/** {@link readSong} as a schema, for what carries a song. */
export const anySongSchema = z.unknown().transform((document, ctx): Song => {
  const { song, trouble } = readSong(document);
  if (song) return song;
  ctx.addIssue({ code: 'custom', message: trouble });
  return z.NEVER;
});
