/** How full a line is: which of its notes are played, and which are struck again where it has no more of its own. */
import { EIGHTH, PPQ } from '../../time/ticks';
import type { Note } from '../note';

/** A note with the density from which it plays. */
export interface LevelledNote {
  readonly level: number;
  /** Ticks until the next could begin. */
  readonly gap: number;
  readonly note: Note;
  /** True where it is no tone of its chord: it passes to the next, and is nothing without it. */
  readonly passes: boolean;
  /** True where it goes on to the tone it delays: it is not struck again. */
  readonly leans: boolean;
}

const FULLEST = 5;
/** Of so many notes one more is struck again at each density that has no notes of its own. */
const OF = 4;
/** A note sounds for so much of what it is written. */
const NEARLY = 0.9;

/**
 * Density from which a note of a line plays: its frame first, then beats, off-beats and quicker notes.
 * @param beat where in its bar, in beats. @param inThirds true where a beat has three eighths.
 */
export function levelAt(beat: number, inThirds: boolean, isAnchor: boolean, isLong: boolean): number {
  if (isAnchor) return beat === 0 || isLong ? 1 : 2;
  if (Number.isInteger(beat)) return 3;
  const parts = beat * (inThirds ? 3 : 2);
  return Math.abs(parts - Math.round(parts)) < 1e-6 ? 4 : 5;
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

/** The notes of a line that play at a density: what passes does so where the tone it goes to plays as well. */
function keptAt(line: readonly LevelledNote[], density: number): readonly LevelledNote[] {
  return line.filter((one, i) => {
    if (one.level > density) return false;
    const next = line[i + 1];
    const goesOn = next && next.level <= density && next.note.start - (one.note.start + one.gap) < EIGHTH;
    return !one.passes || goesOn;
  });
}

/**
 * The notes that play at a density, so that every density is heard: one for which a line has no notes strikes some of
 * its long ones again.
 */
export function atDensity(line: readonly LevelledNote[], density: number): Note[] {
  let kept = keptAt(line, 1);
  let again = 0;
  for (let level = 2; level <= Math.min(density, FULLEST); level++) {
    const fuller = keptAt(line, level);
    if (fuller.length === kept.length) again++;
    kept = fuller;
  }
  const beats = line.filter(({ note, leans }) => note.duration >= PPQ * NEARLY && !leans).length;
  const long = (beats >= OF ? PPQ : EIGHTH) * NEARLY;
  let place = 0;
  return kept.flatMap((one) => {
    const nth = one.note.duration >= long && !one.leans ? place++ : null;
    return nth !== null && nth % OF < again ? twice(one) : [one.note];
  });
}
