/**
 * The pick across the strings: guitars of our own making have its noise under their lowest note, and every stroke of a
 * strum is given it. It belongs to the sound, not to the music: no file of notes has it.
 */
import type { BandNote } from '@backline/core/band/bandNote';

/** Keys of the banks at which it lies: downward and upward. */
export const PICK_DOWN = 2;
export const PICK_UP = 4;

/** General MIDI programs, 0-based, whose banks have it. */
const PICKED: readonly number[] = [24, 25, 26, 27, 28, 29, 30];

/** Ticks within which notes belong to one stroke, strings it crosses at least, how strong the noise is, and how long. */
const ONE_STROKE = 90;
const LEAST = 3;
const SHARE = 0.62;
const LASTS = 60;

type PickedNote = Pick<BandNote, 'start' | 'duration' | 'pitch' | 'velocity' | 'touch'>;

/** Whether a program's strokes are heard as such. */
export const isPicked = (program: number): boolean => PICKED.includes(program);

/** Whether a key of a program is the pick's, and no tone of its strings. */
export const isPickNoise = (program: number, pitch: number): boolean => isPicked(program) && pitch <= PICK_UP;

/** A note of noise for each stroke among notes in order of time. */
export function pickNoises(notes: readonly PickedNote[]): PickedNote[] {
  const strokes: PickedNote[] = [];
  for (let i = 0; i < notes.length;) {
    let end = i + 1;
    while (end < notes.length && notes[end]!.start - notes[i]!.start < ONE_STROKE) end++;
    if (end - i >= LEAST) {
      const [first, last] = [notes[i]!, notes[end - 1]!];
      strokes.push({
        start: first.start,
        duration: LASTS,
        pitch: last.pitch >= first.pitch ? PICK_DOWN : PICK_UP,
        velocity: Math.max(1, Math.round(first.velocity * SHARE)),
        touch: null,
      });
    }
    i = end;
  }
  return strokes;
}
