/** How full a line is: which of its notes are played, and which are struck again where it has no more of its own. */
import { EIGHTH, PPQ } from '../../time/ticks';
import type { Note } from '../note';

/** A note with the density from which it plays. */
export interface LevelledNote {
  readonly level: number;
  /** Ticks until the next could begin. */
  readonly gap: number;
  readonly note: Note;
}

const FULLEST = 5;
/** Of so many notes one more is struck again at each density that has no notes of its own. */
const OF = 4;

/** Density from which a note of a line plays: its frame first, then beats, off-beats and quicker notes. */
export function levelAt(beat: number, isAnchor: boolean, isLong: boolean): number {
  if (isAnchor) return beat === 0 || isLong ? 1 : 2;
  if (Number.isInteger(beat)) return 3;
  return beat % 0.5 === 0 ? 4 : 5;
}

/** A note as two of half its length, the second half-way to what follows. */
function twice({ note, gap }: LevelledNote): Note[] {
  const duration = Math.round(note.duration / 2);
  const written = Math.round((note.written ?? note.duration) / 2);
  return [
    { ...note, duration, written },
    { ...note, start: note.start + Math.round(gap / 2), duration, written },
  ];
}

/**
 * The notes that play at a density, so that every density is heard: one for which a line has no notes strikes some of
 * its long ones again.
 */
export function atDensity(line: readonly LevelledNote[], density: number): Note[] {
  const present = new Set(line.map(({ level }) => level));
  let again = 0;
  for (let level = 2; level <= Math.min(density, FULLEST); level++) if (!present.has(level)) again++;
  const long = line.some(({ note }) => note.duration >= PPQ) ? PPQ : EIGHTH;
  let place = 0;
  return line.flatMap((one) => {
    const { level, note } = one;
    const nth = note.duration >= long * 0.9 ? place++ : null;
    if (level > density) return [];
    return nth !== null && nth % OF < again ? twice(one) : [note];
  });
}
