/** Places on a staff: lines and spaces counted as steps of the letters, C0 being 0, and back to pitches. */
import { chordTones, type Chord } from './chord';
import { keyNotes, type Key } from './key';
import { mod, pitchClass, type Spelled } from './pitch';
import type { MidiNote } from '../units/units';

/** Step of a spelled pitch on the staff: middle C is 28. */
export const stepOf = (pitch: MidiNote, { letter, alter }: Spelled): number =>
  7 * (Math.floor((pitch - alter) / 12) - 1) + letter;

/** What stands on a step: the chord's own tone of that letter, or the key's. MIDI number. */
export function pitchOn(step: number, chord: Chord, key: Key): number {
  const letter = mod(step, 7);
  const octave = Math.floor(step / 7);
  const note =
    chordTones(chord).find((t) => t.letter === letter) ?? keyNotes(key).find((t) => t.letter === letter);
  return 12 * (octave + 1) + pitchClass({ letter, alter: 0 }) + (note?.alter ?? 0);
}
