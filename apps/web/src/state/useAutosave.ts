import { useCallback, useEffect, useRef } from 'react';
import { useSWRConfig } from 'swr';
import useSWRMutation from 'swr/mutation';
import type { Song } from '@backline/core/song/schema';
import type { StoredSong } from '@backline/core/song/transport';
import { ApiError, SONGS, replaceSong, songPath } from './api';
import { saved, useOpenSong } from './openSong';

/** Time without an edit before a save, and the waits between tries while the server is away. */
const QUIET = 700;
const FIRST_WAIT = 1000;
const LONGEST_WAIT = 15_000;

interface Save {
  readonly revision: number;
  readonly song: Song;
}

const send = (path: string, { arg }: { arg: Save }): Promise<StoredSong> =>
  replaceSong(path, arg.revision, arg.song);

/** Saves the open song a moment after each edit, and again and again while the server is away. */
export function useAutosave(): void {
  const id = useOpenSong((s) => s.id);
  const song = useOpenSong((s) => s.song);
  const save = useOpenSong((s) => s.save);
  const { mutate } = useSWRConfig();
  const { trigger } = useSWRMutation(id ? songPath(id) : null, send, { revalidate: false });
  const wait = useRef(FIRST_WAIT);

  const saveNow = useCallback(async () => {
    const state = useOpenSong.getState();
    if (!state.song || !['unsaved', 'waiting'].includes(state.save)) return;
    const sent = state.song;
    useOpenSong.setState({ save: 'saving' });
    try {
      const stored = await trigger({ revision: state.revision, song: sent });
      wait.current = FIRST_WAIT;
      saved(stored, sent);
      void mutate(SONGS);
    } catch (error) {
      fail(error);
    }
  }, [trigger, mutate]);

  useEffect(() => {
    if (save !== 'unsaved' && save !== 'waiting') return undefined;
    const delay = save === 'unsaved' ? QUIET : wait.current;
    if (save === 'waiting') wait.current = Math.min(LONGEST_WAIT, wait.current * 2);
    const timer = setTimeout(() => void saveNow(), delay);
    return () => clearTimeout(timer);
  }, [song, save, saveNow]);

  useEffect(() => {
    const online = (): void => void saveNow();
    window.addEventListener('online', online);
    return () => window.removeEventListener('online', online);
  }, [saveNow]);
}

/** Sorts a failed save: to be tried again, to be decided by the writer, or refused for good. */
function fail(error: unknown): void {
  const { setState } = useOpenSong;
  const api = error instanceof ApiError ? error : new ApiError(0, String(error));
  if (api.status === 409 && api.problem?.current) {
    setState({ save: 'conflict', newer: api.problem.current, trouble: api.message });
  } else if (api.status === 0 || api.status >= 500) {
    setState({ save: 'waiting', trouble: api.message });
  } else {
    setState({ save: 'refused', trouble: `${api.message} Your version is kept on this device.` });
  }
}
