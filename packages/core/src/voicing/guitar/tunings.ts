import type { TuningName } from '../../song/choices';

/**
 * Tunings of the guitar, lowest string first, MIDI numbers. Standard, drop D, open G and DADGAD as in
 * LilyPond's string tunings; a half step down is common practice.
 */
export const TUNINGS: Readonly<Record<TuningName, readonly number[]>> = {
  standard: [40, 45, 50, 55, 59, 64],
  'drop D': [38, 45, 50, 55, 59, 64],
  'open G': [38, 43, 50, 55, 59, 62],
  DADGAD: [38, 45, 50, 55, 57, 62],
  'half-step down': [39, 44, 49, 54, 58, 63],
};

export const STANDARD_TUNING: readonly number[] = TUNINGS.standard;

/** What the open strings sound with a capo at a fret (0 none). */
export const openStrings = (tuning: TuningName, capo = 0): readonly number[] =>
  TUNINGS[tuning].map((pitch) => pitch + capo);
