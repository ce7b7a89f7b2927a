import { useEffect, useRef } from 'react';
import { useOpenSong } from './openSong';
import { flush } from './saver';

/** Time without an edit before a save, and the waits between tries while the server is away. */
const QUIET = 700;
const FIRST_WAIT = 1000;
const LONGEST_WAIT = 15_000;

const flushOpen = (): void => {
  const { id, save } = useOpenSong.getState();
  if (id && (save === 'unsaved' || save === 'waiting')) void flush(id);
};

/** Saves the open song a moment after each edit, at once when it is left, and again and again while the server is away. */
export function useAutosave(): void {
  const id = useOpenSong((s) => s.id);
  const song = useOpenSong((s) => s.song);
  const save = useOpenSong((s) => s.save);
  const kept = useOpenSong((s) => s.kept);
  const wait = useRef(FIRST_WAIT);

  useEffect(() => {
    if (save === 'saved') wait.current = FIRST_WAIT;
    if (save !== 'unsaved' && save !== 'waiting') return undefined;
    const delay = save === 'unsaved' ? QUIET : wait.current;
    if (save === 'waiting') wait.current = Math.min(LONGEST_WAIT, wait.current * 2);
    const timer = setTimeout(flushOpen, delay);
    return () => clearTimeout(timer);
  }, [song, save]);

  // A song that is left goes on being saved; nothing waits for it to be opened again.
  useEffect(() => {
    if (id === null) return undefined;
    return () => void flush(id);
  }, [id]);

  useEffect(() => {
    window.addEventListener('online', flushOpen);
    return () => window.removeEventListener('online', flushOpen);
  }, []);

  // Where not even the device keeps it, leaving the page would lose it: the browser asks first.
  useEffect(() => {
    if (kept || save === 'saved') return undefined;
    const ask = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [kept, save]);
}
