/** Chords that hold until the next one: the order every draft is kept in. */
import { freeId } from './names';
import type { ChordEvent } from './schema';

/** An id no chord of the list has. */
export const freeChordId = (chords: readonly ChordEvent[]): string =>
  freeId(
    'c',
    chords.map((c) => c.id),
  );

/**
 * Chords in order, each held until the next one, the last until the section ends. Of two that
 * start together the later in the list stays; a draft that would begin with nothing rests.
 */
export function holdUntilNext(chords: readonly ChordEvent[], end: number): ChordEvent[] {
  const byStart = new Map<number, ChordEvent>();
  for (const chord of chords) if (chord.start < end) byStart.set(chord.start, chord);
  if (!byStart.has(0)) byStart.set(0, { id: freeChordId(chords), start: 0, length: end, symbol: null });
  const sorted = [...byStart.values()].sort((a, b) => a.start - b.start);
  return sorted.map((chord, i) => {
    const length = (sorted[i + 1]?.start ?? end) - chord.start;
    return chord.length === length ? chord : { ...chord, length };
  });
}
