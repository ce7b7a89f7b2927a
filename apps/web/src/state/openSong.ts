import { create } from 'zustand';
import { applyEdit, joinSteps, redoStep, undoStep, type Edit, type Step } from '@backline/core/edits/apply';
import type { Song } from '@backline/core/song/schema';
import type { StoredSong } from '@backline/core/song/transport';
import { forgetEdit, keepEdit, keptEdit } from './keptEdits';

export type SaveState = 'saved' | 'unsaved' | 'saving' | 'waiting' | 'conflict' | 'refused';

export interface OpenSong {
  readonly id: string | null;
  readonly song: Song | null;
  /** The revision the next save is made from. */
  readonly revision: number;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
  readonly save: SaveState;
  /** Why it is not saved, as a sentence. */
  readonly trouble: string | null;
  /** The newer song of the server, while the writer has to choose. */
  readonly newer: StoredSong | null;
}

/** Edits within this time join into one step of undo. */
const JOIN_WITHIN = 1500;
const HISTORY = 300;
let lastEditAt = 0;

export const useOpenSong = create<OpenSong>(() => ({
  id: null,
  song: null,
  revision: 0,
  past: [],
  future: [],
  save: 'saved',
  trouble: null,
  newer: null,
}));

const { getState, setState } = useOpenSong;

/** Opens a song as the server has it, or with the edit this device still keeps of it. */
export function openSong(stored: StoredSong): void {
  const kept = keptEdit(stored.id);
  const base = { id: stored.id, past: [], future: [], trouble: null, newer: null };
  if (kept) setState({ ...base, song: kept.song, revision: kept.revision, save: 'unsaved' });
  else setState({ ...base, song: stored.song, revision: stored.revision, save: 'saved' });
}

export function closeSong(): void {
  setState({ id: null, song: null, past: [], future: [], save: 'saved', trouble: null, newer: null });
}

/** Puts a changed song in place: kept on this device at once, saved soon after. */
function put(song: Song, history: Pick<OpenSong, 'past' | 'future'>): void {
  const { id, revision, save } = getState();
  if (id) keepEdit(id, { revision, song });
  setState({ song, ...history, save: save === 'conflict' ? save : 'unsaved' });
}

/** The one way to change the open song. Returns whether anything changed. */
export function change(edit: Edit): boolean {
  const { song, past } = getState();
  const done = song && applyEdit(song, edit);
  if (!done) return false;
  const before = past[past.length - 1];
  const now = Date.now();
  const joins = edit.joins !== null && before?.joins === edit.joins && now - lastEditAt < JOIN_WITHIN;
  lastEditAt = now;
  const steps = joins ? [...past.slice(0, -1), joinSteps(before!, done.step)] : [...past, done.step];
  put(done.song, { past: steps.slice(-HISTORY), future: [] });
  return true;
}

export function undo(): void {
  const { song, past, future } = getState();
  const step = past[past.length - 1];
  if (song && step) put(undoStep(song, step), { past: past.slice(0, -1), future: [step, ...future] });
}

export function redo(): void {
  const { song, past, future } = getState();
  const step = future[0];
  if (song && step) put(redoStep(song, step), { past: [...past, step], future: future.slice(1) });
}

/** The server has taken a save: settled, unless the song was changed meanwhile. */
export function saved(stored: StoredSong, sent: Song): void {
  const { id, song } = getState();
  if (id !== stored.id) return;
  const settled = song === sent;
  if (settled) forgetEdit(stored.id);
  else if (song) keepEdit(stored.id, { revision: stored.revision, song });
  setState({ revision: stored.revision, save: settled ? 'saved' : 'unsaved', trouble: null });
}

/** The writer's choice when the song was changed elsewhere. */
export function resolveConflict(choice: 'mine' | 'newer'): void {
  const { newer, id, song } = getState();
  if (!newer || !id || !song) return;
  if (choice === 'mine') {
    keepEdit(id, { revision: newer.revision, song });
    setState({ revision: newer.revision, newer: null, save: 'unsaved', trouble: null });
  } else {
    forgetEdit(id);
    openSong(newer);
  }
}
