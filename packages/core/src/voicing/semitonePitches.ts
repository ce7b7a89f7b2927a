/**
 * Chords that hold a semitone in themselves (a major seventh under the root, a ninth under a minor third): where the
 * players lay it, so that two who both have the chord do not rub. Each knows it from the chord alone.
 */
import { chordPitchClasses, type Chord } from '../theory/chord';
import { mod } from '../theory/pitch';

/** The agreed tone under a seam is the one within the octave up to here: G4. MIDI number. */
const TOP = 67;

const memory = new WeakMap<Chord, readonly number[]>();

/** For each semitone of a chord the pitch at which its lower tone lies for all, MIDI numbers; most have none. */
export function semitonePitches(chord: Chord): readonly number[] {
  let seams = memory.get(chord);
  if (!seams) {
    const tones = new Set(chordPitchClasses(chord));
    seams = [...tones].filter((pc) => tones.has(mod(pc + 1, 12))).map((pc) => TOP - mod(TOP - pc, 12));
    memory.set(chord, seams);
  }
  return seams;
}

/** Tones of a voicing that would rub with another player's: the lower one elsewhere, or the upper one right above it. */
export function semitoneClashCount(pitches: readonly number[], seams: readonly number[]): number {
  let count = 0;
  for (const lower of seams) {
    for (const pitch of pitches) {
      if (pitch === lower + 1 || (pitch !== lower && mod(pitch - lower, 12) === 0)) count++;
    }
  }
  return count;
}
