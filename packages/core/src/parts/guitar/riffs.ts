/** Power chords and riffs: what is played on the low strings in one position, whatever the chord's shape is. */
import { degreePcOf, type Chord } from '../../theory/chord';
import { degreeNumber } from '../../theory/degree';
import { atOrAbove } from '../note';
import type { GuitarEvent } from './pattern';

/** The low E, on which or above which roots lie: within twelve frets of it, whatever comes before. */
const LOW_E = 40;

const degreeAbove = (chord: Chord, root: number, number: number): number | null => {
  const degree = chord.degrees.find((d) => degreeNumber(d) === number);
  return degree ? atOrAbove(degreePcOf(chord, degree), root) : null;
};

/** Pitches on the low strings, ascending; null for strings of the chord's shape. */
export function riffPitches({ strings }: GuitarEvent, chord: Chord): number[] | null {
  const root = atOrAbove(degreePcOf(chord, '1'), LOW_E);
  const fifth = degreeAbove(chord, root, 5) ?? root + 7;
  switch (strings) {
    case 'power':
      return [root, fifth, root + 12];
    case 'root':
      return [root];
    case 'fifth':
      return [fifth];
    case 'octave':
      return [root + 12];
    case 'seventh':
      return [degreeAbove(chord, root, 7) ?? root + 12];
    default:
      return null;
  }
}
