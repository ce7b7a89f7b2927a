/**
 * From notes generated to notes that sound: a part's notes of a region may come from several
 * sources (its pattern, a take, a phrase played in), and one place decides which of them sounds when.
 */
import type { Note } from './note';

/** Notes of a part over a region, and where they hold. */
export interface Source {
  readonly notes: readonly Note[];
  /** Ticks from the region's start; what lies outside is left to the sources before. */
  readonly from: number;
  readonly to: number;
}

/** A note cut to a range; null where nothing of it is left. */
function cutTo(note: Note, from: number, to: number): Note | null {
  const end = Math.min(note.start + note.duration, to);
  const isIn = note.start >= from && note.start < to;
  return isIn && end > note.start ? { ...note, duration: end - note.start } : null;
}

/** What is left of a line of notes where another source takes over a range: notes end there and none begins in it. */
function without(notes: readonly Note[], from: number, to: number): Note[] {
  return notes.flatMap((note) => {
    if (note.start >= from && note.start < to) return [];
    const reaches = note.start < from && note.start + note.duration > from;
    return [reaches ? { ...note, duration: from - note.start } : note];
  });
}

/** Notes of all sources, each later one in place of those before it where it holds. */
export function chosenNotes([first, ...others]: readonly Source[]): readonly Note[] {
  if (!first) return [];
  return others.reduce<readonly Note[]>(
    (notes, { notes: own, from, to }) => [
      ...without(notes, from, to),
      ...own.map((n) => cutTo(n, from, to)).filter((n) => n !== null),
    ],
    first.notes,
  );
}
