import { produce, type Draft } from 'immer';
import { movesOf, type BarMoves } from '../song/barMoves';
import { songChanges } from '../song/changes';
import type { EditError } from '../song/errorCodes';
import { withPatches, type SongPatch } from '../song/patches';
import { songTrouble } from '../song/checked';
import { moveTakes } from './movedTakes';
import type { Song } from '../song/schema';

/** A named change to the song. It alters the draft it is given and returns nothing. */
export interface Edit {
  /** What was done, for undo: "change a chord". */
  readonly name: string;
  /** Edits of one kind in a row (dragging a level) undo as one; null never joins. */
  readonly joins: string | null;
  readonly change: (song: Draft<Song>) => void;
}

/** A step of the history: patches both ways. */
export interface EditStep {
  readonly name: string;
  readonly joins: string | null;
  /** Where bars have gone, forwards. */
  readonly moves: BarMoves;
  readonly forward: readonly SongPatch[];
  readonly back: readonly SongPatch[];
}

/**
 * An edit of a song.
 * @param name what it is called where it is undone.
 * @param joins edits in a row that share it are one step of undo; null for an edit that stands by itself.
 */
export const edit = (name: string, change: Edit['change'], joins: string | null = null): Edit => ({
  name,
  joins,
  change,
});

/** Several edits as one: done, and undone, together. */
export const asOne = (name: string, edits: readonly Edit[]): Edit =>
  edit(name, (song) => edits.forEach((one) => one.change(song)));

/** An edit that would make a song that cannot be kept; the message is a sentence for the writer. */
export class EditRefused extends Error {
  constructor(
    /** It stays as it is while the sentence may get better. */
    readonly code: EditError,
    message: string,
  ) {
    super(message);
  }
}

/**
 * The song after an edit and the step that leads there, or null where nothing changed.
 * @throws EditRefused where the song would be none that can be kept: past a bound, out of order, too large.
 */
export function applyEdit(song: Song, { name, joins, change }: Edit): { song: Song; step: EditStep } | null {
  let moves: BarMoves = [];
  const next = produce(song, (draft) => {
    change(draft);
    moves = movesOf(draft);
    moveTakes(song, draft, moves);
  });
  const forward = songChanges(song, next);
  if (!forward.length) return null;
  const trouble = songTrouble(next);
  if (trouble !== null) throw new EditRefused('song-unfit', trouble);
  return { song: next, step: { name, joins, moves, forward, back: songChanges(next, song) } };
}

/**
 * The song before a step.
 * @throws PatchesDoNotFit where the song is not the one the step was made on.
 */
export const undoStep = (song: Song, step: EditStep): Song => withPatches(song, step.back);
/**
 * The song after a step that was undone.
 * @throws PatchesDoNotFit where the song is not the one the step was made on.
 */
export const redoStep = (song: Song, step: EditStep): Song => withPatches(song, step.forward);

/** Two steps as one: undoing it undoes both. */
export const joinSteps = (first: EditStep, second: EditStep): EditStep => ({
  ...second,
  moves: [...first.moves, ...second.moves],
  forward: [...first.forward, ...second.forward],
  back: [...second.back, ...first.back],
});
