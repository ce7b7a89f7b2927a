/** Chords as they are written by hand and on phones, brought into the spelling that the grammar reads. */

/** A root in small letters with what may follow it; numerals and degrees never look so. */
const SMALL_ROOT = /^([a-g])(b(?![0-9])|#|♭|♯)?(.*)$/u;

/** `bb7` may be B flat seven, or B with a flat seventh. */
const TWO_READINGS = /^bb(\d.*)$/;

/** A chord symbol as it was meant, read from how it was written. */
export type Reading =
  | { readonly name: string; readonly offers: null }
  /** It can be meant in more than one way. */
  | { readonly name: null; readonly offers: readonly string[] };

const read = (name: string): Reading => ({ name, offers: null });

/**
 * What a word most likely is, where the grammar does not read it as it stands; null where nothing is known of it.
 * @example asWritten('(am7)') // Am7
 * @example asWritten('CMI7/9') // Cmi9
 */
export function asWritten(word: string): Reading | null {
  const bare = /^\((.*)\)$/.exec(word)?.[1] ?? word;
  const two = TWO_READINGS.exec(bare);
  if (two) return { name: null, offers: [`Bb${two[1]!}`, `B${two[1]!}`] };
  const small = SMALL_ROOT.exec(bare);
  const rooted = small ? small[1]!.toUpperCase() + (small[2] ?? '') + small[3]! : bare;
  const name = rooted
    .replace(
      /^([A-G][b#♭♯]?)(MIN|MI|MA|MAJ)(?![a-z])/u,
      (_, root: string, word: string) => root + word.toLowerCase(),
    )
    // A seventh chord with a ninth is a ninth chord.
    .replace(/7\/(9|11|13)$/, '$1')
    .replace(/\/([a-g])(b|#)?$/, (_, bass: string, sign = '') => `/${bass.toUpperCase()}${sign as string}`);
  return name === word ? null : read(name);
}
