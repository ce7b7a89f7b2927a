import { degreePcOf, type Chord } from '../theory/chord';
import { degreeNumber, type Degree } from '../theory/degree';
import { mod, pitchClass } from '../theory/pitch';

/** Sevenths, extensions and whatever is altered are never doubled; of a dominant neither is the third. */
const mayDouble = (chord: Chord, degree: Degree): boolean =>
  ['1', '5', '4', '2', 'b3'].includes(degree) || (degree === '3' && !chord.degrees.includes('b7'));

/**
 * Order in which tones leave a voicing that has too few voices: the perfect fifth, the root
 * where the bass part has it, tones the name only implies, then (only when nothing else is
 * left) the root and plain extensions. Thirds, sevenths and named alterations stay longest.
 */
function dropRank(chord: Chord, degree: Degree, bassPlays: boolean): number {
  if (degree === '5') return 0;
  if (degree === '1') return bassPlays ? 1 : 4;
  if (chord.optional.includes(degree)) return 2;
  const number = degreeNumber(degree);
  if (number === 3 || number === 7) return 9;
  if (number === 4 || number === 2) return 8;
  return 5 + (degree.length > 1 ? 1 : 0);
}

/** Tones of a voicing: each once, and those that are doubled. */
export interface ToneSet {
  readonly tones: readonly number[];
  readonly doubled: readonly number[];
}

/** Orders of doubling: the root first, or the fifth; a third only where little else is left. */
const DOUBLINGS: readonly (readonly Degree[])[] = [
  ['1', '5', '1', '3', 'b3', '4', '2'],
  ['5', '1', '5', '3', 'b3', '4', '2'],
];

/**
 * The pitch classes of a voicing with a given number of voices, in ways that differ by what is
 * doubled, first choice first. Fewer voices than tones: tones are dropped in the order above.
 * More voices than tones: the root is doubled, then the fifth.
 */
export function toneSets(chord: Chord, voices: number, bassPlays: boolean): ToneSet[] {
  let degrees = [...chord.degrees];
  while (degrees.length > voices) {
    const leaving = degrees.reduce((a, b) =>
      dropRank(chord, b, bassPlays) < dropRank(chord, a, bassPlays) ? b : a,
    );
    degrees = degrees.filter((d) => d !== leaving);
  }
  const pc = (d: Degree): number => degreePcOf(chord, d);
  const tones = [...new Set(degrees.map(pc))];
  const missing = voices - tones.length;
  if (missing <= 0) return [{ tones, doubled: [] }];
  return DOUBLINGS.map((order) => {
    const present = order.filter((d) => degrees.includes(d) && mayDouble(chord, d));
    const usable = present.length ? present : degrees.slice(0, 1);
    const doubled = Array.from({ length: missing }, (_, i) => pc(usable[i % usable.length]!));
    return { tones, doubled };
  });
}

/** Pitch class of the sounding bass. */
export const bassPc = (chord: Chord): number => mod(pitchClass(chord.bass), 12);
