/** The octaves of a bass line: no leap is wider than one, at whatever density it is played. */
import type { Note } from '../note';
import { BASS_RANGE } from './range';
import type { MidiNote } from '../../units/units';

/** A note with the density level from which it plays. */
export interface Levelled {
  readonly note: Note;
  readonly level: number;
}

const OCTAVE = 12;

/** A pitch moved by octaves into reach of two others, as little as it needs. */
function within(pitch: MidiNote, before: number | null, after: number | null): number {
  const near = [before, after].filter((p) => p !== null);
  const reaches = (p: number): boolean =>
    p >= BASS_RANGE[0] && p <= BASS_RANGE[1] && near.every((other) => Math.abs(p - other) <= OCTAVE);
  for (const by of [0, -1, 1, -2, 2]) if (reaches(pitch + OCTAVE * by)) return pitch + OCTAVE * by;
  return pitch;
}

/**
 * The line with its octaves, from its frame (the notes of every density) to its ornaments: each note lies within
 * an octave of those around it that play at its own density, so that fewer notes are still the same notes.
 * @param after where the line goes on behind its end, MIDI number, or null.
 */
export function inReach(line: readonly Levelled[], after: number | null): Levelled[] {
  const inTime = [...line].sort((a, b) => a.note.start - b.note.start || a.level - b.level);
  const placed: (number | null)[] = inTime.map(() => null);
  const levels = [...new Set(inTime.map(({ level }) => level))].sort((a, b) => a - b);
  for (const level of levels) {
    // From the end: what follows each note and is placed already.
    const following: (number | null)[] = [];
    let next = after;
    for (let i = inTime.length - 1; i >= 0; i--) {
      following[i] = next;
      next = placed[i] ?? next;
    }
    let before: number | null = null;
    inTime.forEach((one, i) => {
      if (one.level === level) placed[i] = within(one.note.pitch, before, following[i] ?? null);
      before = placed[i] ?? before;
    });
  }
  return inTime.map((one, i) => {
    const pitch = placed[i] ?? one.note.pitch;
    return pitch === one.note.pitch ? one : { ...one, note: { ...one.note, pitch } };
  });
}
