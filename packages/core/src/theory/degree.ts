import type { Interval } from './pitch';

/** A chord or scale degree such as `"b3"`, `"#11"`, `"bb7"`: accidentals and a number 1–13. */
export type Degree = string;

const MAJOR_SCALE = [0, 2, 4, 5, 7, 9, 11] as const;

const cache = new Map<Degree, Interval>();

/**
 * The interval a degree names above its root; ninths and beyond keep their octave.
 * @throws Error where the text names no degree.
 */
export function degreeInterval(degree: Degree): Interval {
  const known = cache.get(degree);
  if (known) return known;
  const match = /^(b*|#*)(\d{1,2})$/.exec(degree);
  if (!match) throw new Error(`"${degree}" is not a degree`);
  const steps = Number(match[2]) - 1;
  const alter = match[1]!.startsWith('b') ? -match[1]!.length : match[1]!.length;
  const semitones = 12 * Math.floor(steps / 7) + MAJOR_SCALE[steps % 7]! + alter;
  const interval = { steps, semitones };
  cache.set(degree, interval);
  return interval;
}

/** Semitones above the root folded into one octave. */
export const degreePc = (degree: Degree): number => (degreeInterval(degree).semitones + 12) % 12;

/** The number of a degree without its accidentals: `"b9"` is 9. */
export const degreeNumber = (degree: Degree): number => degreeInterval(degree).steps + 1;

const NAMES: Record<number, string> = {
  1: 'root',
  2: 'second',
  3: 'third',
  4: 'fourth',
  5: 'fifth',
  6: 'sixth',
  7: 'seventh',
  9: 'ninth',
  11: 'eleventh',
  13: 'thirteenth',
};

/** The word for a degree's number: 7 is `"seventh"`. */
export const degreeName = (number: number): string => NAMES[number] ?? `${number}th`;

/** The word for a degree, used as the reason of a note: `"b7"` is `"seventh"`. */
export const degreeWord = (degree: Degree): string => degreeName(degreeNumber(degree));
