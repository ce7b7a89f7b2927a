import {
  problemSchema,
  songListSchema,
  storedSongSchema,
  type ProblemDetails,
  type SongSummary,
  type StoredSong,
} from '@backline/core/song/transport';
import type { Progression } from '@backline/core/progressions/schema';
import { ownProgressionsSchema, type OwnProgression } from '@backline/core/progressions/transport';
import type { Song } from '@backline/core/song/schema';

/** What the server said, or that it did not answer (status 0). */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problem: ProblemDetails | null = null,
  ) {
    super(message);
  }
}

const UNREACHABLE = 'The server does not answer. Your work is kept on this device and saved when it is back.';

async function request(path: string, init: RequestInit = {}): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(path, {
      ...init,
      headers: { 'Content-Type': 'application/json' },
      signal: AbortSignal.timeout(15_000),
    });
  } catch {
    throw new ApiError(0, UNREACHABLE);
  }
  if (response.status === 204) return null;
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return body;
  const problem = problemSchema.safeParse(body);
  throw problem.success
    ? new ApiError(response.status, problem.data.detail, problem.data)
    : new ApiError(response.status, UNREACHABLE);
}

export const SONGS = '/api/songs';
export const songPath = (id: string): string => `${SONGS}/${encodeURIComponent(id)}`;

export const fetchSongs = async (): Promise<SongSummary[]> =>
  songListSchema.parse(await request(SONGS)).songs;

export const fetchSong = async (path: string): Promise<StoredSong> =>
  storedSongSchema.parse(await request(path));

export const createSongAt = async (song: Song): Promise<StoredSong> =>
  storedSongSchema.parse(await request(SONGS, { method: 'POST', body: JSON.stringify({ song }) }));

export const replaceSong = async (path: string, revision: number, song: Song): Promise<StoredSong> =>
  storedSongSchema.parse(await request(path, { method: 'PUT', body: JSON.stringify({ revision, song }) }));

export const deleteSong = async (path: string): Promise<void> =>
  void (await request(path, { method: 'DELETE' }));

export const PROGRESSION_LIST = '/api/progressions';

export const fetchProgressions = async (): Promise<OwnProgression[]> =>
  ownProgressionsSchema.parse(await request(PROGRESSION_LIST)).progressions;

export const createProgression = async (progression: Progression): Promise<void> =>
  void (await request(PROGRESSION_LIST, { method: 'POST', body: JSON.stringify({ progression }) }));

export const deleteProgression = async (id: string): Promise<void> =>
  void (await request(`${PROGRESSION_LIST}/${encodeURIComponent(id)}`, { method: 'DELETE' }));
