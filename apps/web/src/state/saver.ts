/**
 * Sends edits to the server, one at a time for each song, whether the song is open or was left: what
 * the answer means is settled here, so that leaving a song never makes a stranger of one's own work.
 */
import type { Saved, StoredSong } from '@backline/core/song/wire';
import { ApiError, createSongAt, saveSong, songPath } from './api';
import { forgetFresh } from './fresh';
import { keepAnswer } from './keptAnswers';
import {
  FIRST_STORED,
  markGone,
  markSent,
  neverStored,
  nowStored,
  ownEdits,
  settle,
  type KeptEdits,
} from './keptEdits';

/** Why a save did not go through. */
export type SaveTrouble =
  /** The server or its database is away: it is tried again. */
  | { readonly kind: 'away'; readonly message: string }
  /** Somebody else saved a newer version. */
  | { readonly kind: 'conflict'; readonly message: string; readonly current: StoredSong }
  /** The song is no longer in the songbook. */
  | { readonly kind: 'gone'; readonly message: string; readonly inBin: boolean }
  /** The server will not take it as it is, or answers what cannot be understood. */
  | { readonly kind: 'refused'; readonly message: string };

export interface SaverWatch {
  readonly sending: (id: string) => void;
  readonly saved: (id: string, saved: Saved) => void;
  readonly trouble: (id: string, trouble: SaveTrouble) => void;
}

let watch: SaverWatch | null = null;

/** Who is told how the saves of the open song go. */
export function watchSaver(watcher: SaverWatch): void {
  watch = watcher;
}

/** Answers that cannot be read are given a few more chances, then the writer is told. */
const UNREADABLE_TRIES = 3;
const unreadable = new Map<string, number>();

function troubleOf(id: string, error: unknown): SaveTrouble {
  const api = error instanceof ApiError ? error : new ApiError('away', 0, String(error));
  const { message } = api;
  if (api.status === 409 && api.problem?.current) {
    return { kind: 'conflict', message, current: api.problem.current };
  }
  if (api.status === 404 || api.status === 410) return { kind: 'gone', message, inBin: api.status === 410 };
  if (api.kind === 'unreadable') {
    const tries = (unreadable.get(id) ?? 0) + 1;
    unreadable.set(id, tries);
    return tries < UNREADABLE_TRIES ? { kind: 'away', message } : { kind: 'refused', message };
  }
  return api.status === 0 || api.status >= 500 ? { kind: 'away', message } : { kind: 'refused', message };
}

async function sendAll(id: string): Promise<SaveTrouble | null> {
  // Edits whose song is gone wait for the writer to say what becomes of them.
  for (let kept = ownEdits(id); kept && !kept.gone; kept = ownEdits(id)) {
    watch?.sending(id);
    let saved: Saved;
    let sent: KeptEdits;
    try {
      const first = neverStored(id);
      if (first) {
        // Made twice, because an answer was lost, it is there once; what is kept goes on from it as it was made,
        // whatever another tab has made of it since.
        await createSongAt(first, id);
        nowStored(id, FIRST_STORED);
        forgetFresh(id);
      }
      // What was written meanwhile goes along. All that is sent is marked, so that what comes later is not taken into
      // a step that the server has: it would know the step, and leave what is new in it.
      sent = markSent(id) ?? kept;
      saved = await saveSong(songPath(id), sent);
    } catch (error) {
      const trouble = troubleOf(id, error);
      if (trouble.kind === 'gone') markGone(id, true);
      watch?.trouble(id, trouble);
      return trouble;
    }
    unreadable.delete(id);
    settle(id, sent, saved);
    const { revision, updatedAt, current } = saved;
    void keepAnswer('songs', songPath(id), current ?? { id, revision, updatedAt, song: sent.song });
    watch?.saved(id, saved);
  }
  return null;
}

const running = new Map<string, Promise<SaveTrouble | null>>();

/** Sends what this tab keeps of a song until nothing is left or something is in the way; what that is, or null. */
export function flush(id: string): Promise<SaveTrouble | null> {
  const known = running.get(id);
  if (known) return known;
  const work = sendAll(id).finally(() => running.delete(id));
  running.set(id, work);
  return work;
}

/** Resolves once no edit of the song is on its way. */
export const settled = async (id: string): Promise<void> => void (await running.get(id));
