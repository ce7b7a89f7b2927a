import { create } from 'zustand';
import {
  EditRefused,
  applyEdit,
  joinSteps,
  redoStep,
  undoStep,
  type Edit,
  type EditStep,
} from '@backline/core/edits/apply';
import { movesBack, type BarMoves } from '@backline/core/song/barMoves';
import { changedInWords } from '@backline/core/song/changed';
import { songChanges } from '@backline/core/song/changes';
import { songTrouble } from '@backline/core/song/checked';
import { areApart } from '@backline/core/song/merging';
import { PatchesDoNotFit, type SongPatch } from '@backline/core/song/patches';
import type { Song } from '@backline/core/song/schema';
import type { Saved, StoredSong } from '@backline/core/song/wire';
import { sayMoved } from './barMoves';
import { forgetEdits, keepEdit, keepWhole, markGone, ownEdits, watchKeeping } from './keptEdits';
import { say } from './spoken';
import { watchSaver, type SaveTrouble } from './saver';

export type SaveState = 'saved' | 'unsaved' | 'saving' | 'waiting' | 'conflict' | 'gone' | 'refused';

/** A step of the history; overtaken where what it changed was changed elsewhere since. */
export interface PastStep extends EditStep {
  readonly overtaken?: true;
}

export interface OpenSong {
  readonly id: string | null;
  readonly song: Song | null;
  /** The revision the next save is made from. */
  readonly revision: number;
  readonly past: readonly PastStep[];
  readonly future: readonly PastStep[];
  readonly save: SaveState;
  /** Why it is not saved, as a sentence. */
  readonly trouble: string | null;
  /** False where this device refused to keep what is not saved yet. */
  readonly kept: boolean;
  /** The newer song of the server, while the writer has to choose. */
  readonly newer: StoredSong | null;
  /** True where the song is in the bin, while the writer has to choose. */
  readonly inBin: boolean;
  /** Why the last edit was not made, as a sentence. */
  readonly refusal: string | null;
}

/** Edits within this time join into one step of undo. */
const JOIN_WITHIN = 1500;
const HISTORY = 300;
let lastEditAt = 0;

const CLOSED: OpenSong = {
  id: null,
  song: null,
  revision: 0,
  past: [],
  future: [],
  save: 'saved',
  trouble: null,
  kept: true,
  newer: null,
  inBin: false,
  refusal: null,
};

export const useOpenSong = create<OpenSong>(() => CLOSED);

const { getState, setState } = useOpenSong;

/** Opens a song as the server has it, or with the edits this tab still keeps of it. */
export function openSong(stored: StoredSong): void {
  const kept = ownEdits(stored.id);
  const base = { ...CLOSED, id: stored.id };
  // It is there (again): what this tab keeps of it is no longer without a song.
  markGone(stored.id, false);
  if (kept) setState({ ...base, song: kept.song, revision: kept.revision, save: 'unsaved' });
  else setState({ ...base, song: stored.song, revision: stored.revision });
}

export function closeSong(): void {
  setState(CLOSED);
}

/** States that an edit does not end: the writer has to choose first. */
const CHOOSING: readonly SaveState[] = ['conflict', 'gone'];

/** Puts a changed song in place: what was changed is kept on this device at once, and saved soon after. */
function put(
  next: Song,
  patches: readonly SongPatch[],
  moves: BarMoves,
  history: Pick<OpenSong, 'past' | 'future'>,
): void {
  const { id, song, revision, save } = getState();
  if (id !== null && song) keepEdit(id, { revision, song }, next, patches);
  if (song) sayMoved({ before: song, now: next, moves });
  setState({ song: next, ...history, refusal: null, save: CHOOSING.includes(save) ? save : 'unsaved' });
}

/** Says why something the writer asked for was not done. */
export const refuse = (refusal: string | null): void => setState({ refusal });

/** The one way to change the open song. Returns whether anything changed; why it could not is said on the screen. */
export function change(edit: Edit): boolean {
  const { song, past } = getState();
  if (!song) return false;
  let done: ReturnType<typeof applyEdit>;
  try {
    done = applyEdit(song, edit);
  } catch (error) {
    if (!(error instanceof EditRefused)) throw error;
    refuse(error.message);
    return false;
  }
  if (!done) return false;
  const before = past[past.length - 1];
  const now = Date.now();
  const joins = edit.joins !== null && before?.joins === edit.joins && now - lastEditAt < JOIN_WITHIN;
  lastEditAt = now;
  const steps = joins ? [...past.slice(0, -1), joinSteps(before!, done.step)] : [...past, done.step];
  put(done.song, done.step.forward, done.step.moves, { past: steps.slice(-HISTORY), future: [] });
  return true;
}

const GONE_ON = 'was changed elsewhere since, and stays as it is.';

/** Lays a step on the open song, one way or the other; where what it changed is no longer as it was, that is said. */
function takeStep(
  step: PastStep,
  way: 'back' | 'forward',
  history: Pick<OpenSong, 'past' | 'future'>,
): boolean {
  const { song } = getState();
  if (!song) return false;
  try {
    if (step.overtaken) throw new PatchesDoNotFit();
    const next = (way === 'back' ? undoStep : redoStep)(song, step);
    if (songTrouble(next) === null) {
      const moves = way === 'back' ? movesBack(step.moves) : step.moves;
      put(next, songChanges(song, next), moves, history);
      return true;
    }
  } catch (error) {
    if (!(error instanceof PatchesDoNotFit)) throw error;
  }
  setState(history);
  refuse(`"${step.name}" ${GONE_ON}`);
  return false;
}

export function undo(): void {
  const { past, future } = getState();
  const step = past[past.length - 1];
  if (!step) return;
  const done = takeStep(step, 'back', { past: past.slice(0, -1), future: [step, ...future] });
  if (done) say(`Undone: ${step.name}`);
}

export function redo(): void {
  const { past, future } = getState();
  const step = future[0];
  if (!step) return;
  const done = takeStep(step, 'forward', { past: [...past, step], future: future.slice(1) });
  if (done) say(`Done again: ${step.name}`);
}

/** Steps as they are once others have changed something: one that would take that back is not taken any more. */
const overtakenBy = (others: readonly SongPatch[], steps: readonly PastStep[]): readonly PastStep[] =>
  steps.map((step) => (areApart(step.forward, others) ? step : { ...step, joins: null, overtaken: true }));

/** The server has taken a save: settled, unless the song was changed meanwhile. What others changed comes with it. */
function saved(id: string, { revision, current }: Saved): void {
  const { id: open, song, past, future } = getState();
  if (open !== id || !song) return;
  const kept = ownEdits(id);
  const now = kept?.song ?? current?.song ?? song;
  const own = {
    revision: kept?.revision ?? revision,
    save: kept ? 'unsaved' : 'saved',
    trouble: null,
  } as const;
  const others = current ? songChanges(song, now) : [];
  if (!others.length) return setState(own);
  const history = { past: overtakenBy(others, past), future: overtakenBy(others, future) };
  setState({ ...own, ...history, song: now });
  say(`Taken in from elsewhere: ${changedInWords(now, others)}`);
}

function troubled(id: string, trouble: SaveTrouble): void {
  if (getState().id !== id) return;
  const { kind, message } = trouble;
  const save = kind === 'away' ? 'waiting' : kind;
  setState({
    save,
    trouble: message,
    newer: kind === 'conflict' ? trouble.current : null,
    inBin: kind === 'gone' && trouble.inBin,
  });
}

watchKeeping((id, kept) => {
  if (getState().id === id && getState().kept !== kept) setState({ kept });
});

watchSaver({
  sending: (id) => {
    if (getState().id === id) setState({ save: 'saving' });
  },
  saved,
  trouble: troubled,
});

/** Goes on from a revision with the song as it is here. */
function keepFrom(id: string, revision: number, song: Song): void {
  keepWhole(id, revision, song);
  setState({ revision, newer: null, inBin: false, save: 'unsaved', trouble: null });
}

/** The writer's choice when the song was changed elsewhere. */
export function resolveConflict(choice: 'mine' | 'newer'): void {
  const { newer, id, song } = getState();
  if (!newer || !id || !song) return;
  if (choice === 'mine') keepFrom(id, newer.revision, song);
  else {
    forgetEdits(id);
    openSong(newer);
  }
}

/** Goes on saving a song that was taken out of the bin again, or that the server refused. */
export function saveAgain(revision = getState().revision): void {
  const { id, song } = getState();
  if (id && song) keepFrom(id, revision, song);
}
