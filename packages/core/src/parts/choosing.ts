/**
 * From notes generated to notes that sound: a part's notes of a region may come from several
 * sources (its pattern, a take, a phrase played in), and one place decides which of them sounds when.
 */
import type { Ticks } from '../units/units';
import type { Note } from './note';

/** Notes of a part over a region, and where they hold. */
export interface Source {
  readonly notes: readonly Note[];
  /** Ticks from the region's start; what lies outside is left to the sources before. */
  readonly from: Ticks;
  readonly to: Ticks;
}

/** A note that sounds, and is written, no further than to a tick behind its start. */
export function endingBy(note: Note, tick: Ticks): Note {
  const most = tick - note.start;
  const { duration, written } = note;
  if (duration <= most && (written ?? 0) <= most) return note;
  return {
    ...note,
    duration: Math.min(duration, most),
    ...(written !== undefined && { written: Math.min(written, most) }),
  };
}

/** What is left of a line of notes where another source takes over a range: notes end there and none begins in it. */
const without = (notes: readonly Note[], from: Ticks, to: Ticks): Note[] =>
  notes
    .filter(({ start }) => start < from || start >= to)
    .map((note) => (note.start < from ? endingBy(note, from) : note));

/** What a source has for its range. */
const within = ({ notes, from, to }: Source): Note[] =>
  notes.filter(({ start }) => start >= from && start < to).map((note) => endingBy(note, to));

/** Notes of all sources, each later one in place of those before it where it holds. */
export function chosenNotes([first, ...others]: readonly Source[]): readonly Note[] {
  if (!first) return [];
  return others.reduce<readonly Note[]>(
    (notes, source) => [...without(notes, source.from, source.to), ...within(source)],
    first.notes,
  );
}
