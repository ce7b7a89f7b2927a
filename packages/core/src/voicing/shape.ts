/** A voicing as a shape: which degree of its chord each voice has, and how far up; to be laid on other chords. */
import { degreeAt, degreePcOf, type Chord } from '../theory/chord';
import { degreeName, degreeNumber, degreePc, type Degree } from '../theory/degree';
import { mod, nearestOf, pitchClass } from '../theory/pitch';

/** One voice of a voicing's shape: a degree, semitones above the chord's lowest root below it. */
export interface Voice {
  /** Number of the degree (1, 3, 5, 7, 9…), or null for a tone foreign to the chord. */
  readonly number: number | null;
  /** Semitones above the chord's lowest possible root below the voicing. */
  readonly above: number;
}

/** A voicing as degrees over a bass, whatever the chord's root. */
export interface Shape {
  readonly voices: readonly Voice[];
  /** The root the offsets are counted from, MIDI number. */
  readonly from: number;
}

/** The shape of a voicing over its chord. */
export function shapeOver(pitches: readonly number[], chord: Chord): Shape {
  const lowest = pitches[0]!;
  const from = lowest - mod(lowest - pitchClass(chord.root), 12);
  return {
    from,
    voices: pitches.map((pitch) => {
      const degree = degreeAt(chord, pitch);
      return { number: degree === null ? null : degreeNumber(degree), above: pitch - from };
    }),
  };
}

/** A shape laid on another chord: its pitches, MIDI numbers, and what had to be fitted. */
export interface Laid {
  readonly pitches: readonly number[];
  /** What had to be fitted, as sentences. */
  readonly fitted: readonly string[];
}

/** Degrees that do another's work where a chord does not have it: a fourth stands for the third. */
const STANDS_FOR: Record<number, readonly number[]> = {
  2: [9, 3],
  3: [4, 2],
  4: [3, 11],
  6: [13, 7],
  7: [6],
  9: [2],
  11: [4],
  13: [6],
};

const sameWork = (chord: Chord, number: number): Degree | undefined => {
  for (const wanted of [number, ...(STANDS_FOR[number] ?? [])]) {
    const found = chord.degrees.find((d) => degreeNumber(d) === wanted);
    if (found) return found;
  }
  return undefined;
};

/**
 * Lays a shape on another chord: every voice takes the same degree there, near the same offset.
 * A degree the chord does not have is fitted to the one that does its work, or to the nearest chord tone, and said.
 */
export function lay(shape: Shape, chord: Chord): Laid {
  const fitted: string[] = [];
  const root = nearestOf(pitchClass(chord.root), shape.from);
  const pitches = shape.voices.map(({ number, above }) => {
    const target = root + above;
    const degree = number === null ? undefined : sameWork(chord, number);
    if (degree && degreeNumber(degree) === number) return nearestOf(degreePcOf(chord, degree), target);
    if (degree && number !== null) {
      fitted.push(
        `${chord.symbol} has no ${degreeName(number)}: its ${degreeName(degreeNumber(degree))} instead.`,
      );
      return nearestOf(degreePcOf(chord, degree), target);
    }
    const tone = chord.degrees
      .map((d) => nearestOf(mod(pitchClass(chord.root) + degreePc(d), 12), target))
      .reduce((a, b) => (Math.abs(b - target) < Math.abs(a - target) ? b : a));
    const what = number === null ? 'A tone outside the chord' : `The ${degreeName(number)}`;
    fitted.push(`${what} has no place in ${chord.symbol}: the nearest chord tone instead.`);
    return tone;
  });
  return { pitches: apart(pitches), fitted };
}

/** Voices that met on one pitch, or crossed, are led apart by octaves. */
function apart(pitches: readonly number[]): number[] {
  const taken = new Set<number>();
  for (const pitch of pitches) {
    let free = pitch;
    while (taken.has(free)) free += 12;
    taken.add(free);
  }
  return [...taken].sort((a, b) => a - b);
}
