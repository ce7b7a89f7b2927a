import type { z } from 'zod';
import {
  userStyleListSchema,
  storedUserStyleSchema,
  type UserStyleDocument,
  type StoredUserStyle,
} from '@backline/core/userStyles/wire';
import type { Progression } from '@backline/core/progressions/schema';
import {
  userProgressionsSchema,
  type UserProgression,
  type UserProgressions,
} from '@backline/core/progressions/wire';
import { MADE_BY_NEWER } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import {
  problemSchema,
  savedSchema,
  songListSchema,
  songSummarySchema,
  storedSongSchema,
  tagListSchema,
  type ProblemDetails,
  type Save,
  type Saved,
  type SongList,
  type SongSummary,
  type Sort,
  type StoredSong,
} from '@backline/core/song/wire';
import { newId } from './newId';

/** That the server did not answer, what it said, or that what it said cannot be understood. */
export class ApiError extends Error {
  constructor(
    readonly kind: 'away' | 'problem' | 'unreadable',
    /** HTTP status; 0 where there was no answer. */
    readonly status: number,
    message: string,
    readonly problem: ProblemDetails | null = null,
    /** What was answered, where it cannot be understood: it may be somebody's work. */
    readonly answer: unknown = null,
  ) {
    super(message);
  }
}

const UNREACHABLE = 'The server does not answer.';
const UNREADABLE =
  'The server’s answer cannot be understood; the app may be older than the server. Reload the page.';

/** What is said of an answer that is not understood: that it is newer than this app, where that is why. */
const saidOf = (error: z.ZodError): string =>
  error.issues.some(({ message }) => message === MADE_BY_NEWER) ? MADE_BY_NEWER : UNREADABLE;

/** An answer as what it should be. */
function understood<T extends z.ZodType>(schema: T, answer: unknown): z.infer<T> {
  const read = schema.safeParse(answer);
  if (read.success) return read.data;
  throw new ApiError('unreadable', 200, saidOf(read.error), null, answer);
}

async function request(path: string, init: RequestInit = {}): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(path, {
      ...init,
      headers: { 'Content-Type': 'application/json' },
      signal: AbortSignal.timeout(15_000),
    });
  } catch {
    throw new ApiError('away', 0, UNREACHABLE);
  }
  if (response.status === 204) return null;
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return body;
  const problem = problemSchema.safeParse(body);
  if (problem.success) throw new ApiError('problem', response.status, problem.data.detail, problem.data);
  // Something else than our server answered, or half an answer came.
  throw response.status >= 500
    ? new ApiError('away', response.status, UNREACHABLE)
    : new ApiError('unreadable', response.status, saidOf(problem.error));
}

export const SONGS = '/api/songs';
export const songPath = (id: string): string => `${SONGS}/${encodeURIComponent(id)}`;

/** What of the songbook is wanted. */
export interface Wanted {
  readonly bin?: boolean;
  readonly find?: string;
  readonly tag?: string | null;
  readonly sort?: Sort;
}

/** A page of the songbook; `after` is where the page before ended. */
export function listPath({ bin, find, tag, sort }: Wanted, after: string | null): string {
  const asked = new URLSearchParams();
  if (bin) asked.set('bin', 'true');
  if (find?.trim()) asked.set('find', find.trim());
  if (tag) asked.set('tag', tag);
  if (sort && sort !== 'worked on') asked.set('sort', sort);
  if (after) asked.set('after', after);
  return `${SONGS}?${asked}`;
}

export const TAGS = `${SONGS}/tags`;
export const fetchTags = async (): Promise<readonly string[]> =>
  understood(tagListSchema, await request(TAGS)).tags;

export const fetchList = async (path: string): Promise<SongList> =>
  understood(songListSchema, await request(path));

export const fetchSong = async (path: string): Promise<StoredSong> =>
  understood(storedSongSchema, await request(path));

/** What this device keeps of a list or a song, as the answer it was; null where this version does not understand it. */
export const listKept = (kept: unknown): SongList | null => songListSchema.safeParse(kept).data ?? null;
export const songKept = (kept: unknown): StoredSong | null => storedSongSchema.safeParse(kept).data ?? null;

/** Makes a song; under an id that was made before it gives that one. */
export const createSongAt = async (song: Song, id = newId()): Promise<StoredSong> =>
  understood(storedSongSchema, await request(SONGS, { method: 'POST', body: JSON.stringify({ song, id }) }));

/** Saves what was changed in a song since a revision. */
export const saveSong = async (path: string, { revision, steps }: Save): Promise<Saved> =>
  understood(
    savedSchema,
    await request(path, { method: 'PATCH', body: JSON.stringify({ revision, steps }) }),
  );

/** Puts a song into the bin, if it still has the revision that was decided on. */
export const deleteSong = async (path: string, revision: number): Promise<void> =>
  void (await request(`${path}?revision=${revision}`, { method: 'DELETE' }));

export const restoreSong = async (path: string): Promise<SongSummary> =>
  understood(songSummarySchema, await request(`${path}/restore`, { method: 'POST' }));

export const PROGRESSION_LIST = '/api/progressions';

/** All of the writer's own progressions, page by page. */
export async function fetchProgressions(): Promise<UserProgression[]> {
  const found: UserProgression[] = [];
  for (let path: string | null = PROGRESSION_LIST; path !== null;) {
    const page: UserProgressions = understood(userProgressionsSchema, await request(path));
    found.push(...page.progressions);
    path = page.next === null ? null : `${PROGRESSION_LIST}?after=${page.next}`;
  }
  return found;
}

export const createProgression = async (progression: Progression): Promise<void> =>
  void (await request(PROGRESSION_LIST, { method: 'POST', body: JSON.stringify({ progression }) }));

export const deleteProgression = async (id: string): Promise<void> =>
  void (await request(`${PROGRESSION_LIST}/${encodeURIComponent(id)}`, { method: 'DELETE' }));

export const OWN = '/api/own';
const ownPath = (id: string): string => `${OWN}/${encodeURIComponent(id)}`;

/** The writer's own styles, patterns and players. */
export const fetchOwn = async (): Promise<StoredUserStyle[]> =>
  understood(userStyleListSchema, await request(OWN)).own;

export const createOwn = async (id: string, document: UserStyleDocument): Promise<StoredUserStyle> =>
  understood(
    storedUserStyleSchema,
    await request(OWN, { method: 'POST', body: JSON.stringify({ id, document }) }),
  );

/** Puts another document in the place of one, if it still has the revision that was changed. */
export const replaceOwn = async (
  { id, revision }: Pick<StoredUserStyle, 'id' | 'revision'>,
  document: UserStyleDocument,
): Promise<StoredUserStyle> =>
  understood(
    storedUserStyleSchema,
    await request(ownPath(id), { method: 'PUT', body: JSON.stringify({ revision, document }) }),
  );

export const deleteOwn = async ({ id, revision }: Pick<StoredUserStyle, 'id' | 'revision'>): Promise<void> =>
  void (await request(`${ownPath(id)}?revision=${revision}`, { method: 'DELETE' }));
