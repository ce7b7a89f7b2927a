/** Keys as an instrument reads them that is written higher or lower than it sounds. */
import { keyOf, keyText, parseKey, signature, type Key } from '../../theory/key';
import { mod, pitchClass, type Interval } from '../../theory/pitch';
import { keyInterval } from '../../theory/transposition';
import type { Semitones } from '../../units/units';

/** A key as it is written, and by which interval from the one that sounds; null where that is the same. */
export interface KeyMove {
  readonly key: Key;
  readonly by: Interval | null;
}

const TONICS = 'CDEFGAB'.split('').flatMap((letter) => [letter, `${letter}b`, `${letter}#`]);

/** A key so many semitones away, with the fewest accidentals there are for it. */
export function transposedKey(key: Key, by: Semitones): KeyMove {
  if (mod(by, 12) === 0) return { key, by: null };
  const wanted = mod(pitchClass(key.tonic) + by, 12);
  const minor = key.mode === 'minor' ? 'm' : '';
  const keys = TONICS.flatMap((tonic) => parseKey(tonic + minor) ?? []).filter(
    ({ tonic }) => pitchClass(tonic) === wanted,
  );
  const best = keys.reduce((a, b) => (Math.abs(signature(b)) < Math.abs(signature(a)) ? b : a));
  return { key: keyOf(keyText(best)), by: keyInterval(key, best) };
}
