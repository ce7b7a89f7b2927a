/** Held chords told otherwise: an inner voice left out, the top one struck again. */
import { degreeAt, type Chord } from '../theory/chord';
import { PPQ } from '../time/ticks';
import type { BarVariation } from './barVariation';
import type { MidiNote, Ticks } from '../units/units';

/** A chord without one of its inner tones that it can do without: a fifth, or a root. */
export function thinned(pitches: readonly number[], chord: Chord, way: BarVariation): readonly number[] {
  if ((way !== 'less' && way !== 'other') || pitches.length < 4) return pitches;
  const spare = pitches.findIndex((pitch, i) => {
    const inner = i > 0 && i < pitches.length - 1;
    const degree = degreeAt(chord, pitch);
    return inner && (degree === '5' || degree === '1');
  });
  return spare < 0 ? pitches : pitches.filter((_, i) => i !== spare);
}

/** Shortest chord whose top is struck again, ticks. */
const LEAST = 1.5 * PPQ;

/** Where the top voice is struck again within a held chord, or null. A whole beat from its start. */
function struckAgain(start: Ticks, end: Ticks, way: BarVariation): number | null {
  if ((way !== 'more' && way !== 'other') || end - start < LEAST) return null;
  return start + Math.max(PPQ, Math.round((end - start) / 2 / PPQ) * PPQ);
}

/**
 * The voices of a chord as it is told, each made by `make`: the top one twice where it is struck again.
 * @param least voices from which on it may be.
 */
export function variedVoices<T>(
  voices: readonly number[],
  { start, end }: { readonly start: Ticks; readonly end: Ticks },
  way: BarVariation,
  least: number,
  make: (pitch: MidiNote, voice: number, start: Ticks, end: Ticks) => T,
): T[] {
  const again = voices.length >= least ? struckAgain(start, end, way) : null;
  return voices.flatMap((pitch, i) =>
    again !== null && i === voices.length - 1
      ? [make(pitch, i, start, again), make(pitch, i, again, end)]
      : [make(pitch, i, start, end)],
  );
}
