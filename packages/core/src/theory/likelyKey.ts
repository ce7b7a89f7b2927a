/** The key that chords are most likely in, where nobody says. */
import { degreePcOf, type Chord } from './chord';
import { keyNotes, keyOf, scaleStep, type Key } from './key';
import { pitchClass } from './pitch';

/** The keys of common practice, those of few signs first. */
const KEYS: readonly Key[] = [
  ...['C', 'Am', 'G', 'Em', 'F', 'Dm', 'D', 'Bm', 'Bb', 'Gm', 'A', 'F#m', 'Eb', 'Cm', 'E', 'C#m'],
  ...['Ab', 'Fm', 'B', 'G#m', 'Db', 'Bbm', 'F#', 'Ebm'],
].map(keyOf);

/** A chord that lies in the key counts whole, one whose root does a little; the dominant and tonic count more. */
const WITHIN = 2;
const ROOT_WITHIN = 0.5;
const DOMINANT = 0.75;
const TONIC = 1;
/** The last chord tells more than the first. */
const BEGINS = 1.5;
const ENDS = 2.5;

/** Sevenths and what is above them colour a chord in any key: every chord of a blues has a minor one. */
const TRIAD = /^(?:1|b?3|[b#]?5)$/;

const isMinor = (chord: Chord): boolean => chord.degrees.includes('b3');

/** Pitch classes of a key; in minor the leading tone as well, which its dominant has. */
function tonesOf(key: Key): { scale: ReadonlySet<number>; withLeading: ReadonlySet<number> } {
  const scale = new Set(keyNotes(key).map(pitchClass));
  const leading = (pitchClass(key.tonic) + 11) % 12;
  return { scale, withLeading: new Set([...scale, leading]) };
}

const TONES = new Map(KEYS.map((key) => [key, tonesOf(key)]));

const isTonic = (chord: Chord, key: Key): boolean =>
  pitchClass(chord.root) === pitchClass(key.tonic) && isMinor(chord) === (key.mode === 'minor');

function worth(chord: Chord, key: Key): number {
  const { scale, withLeading } = TONES.get(key)!;
  const tones = chord.degrees
    .filter((degree) => TRIAD.test(degree))
    .map((degree) => degreePcOf(chord, degree));
  const { step, alter } = scaleStep(chord, key);
  const isDominant = step === 4 && alter === 0 && !isMinor(chord);
  const within = tones.every((pc) => (isDominant ? withLeading : scale).has(pc));
  if (!within) return scale.has(pitchClass(chord.root)) ? ROOT_WITHIN : 0;
  return WITHIN + (isDominant ? DOMINANT : 0) + (isTonic(chord, key) ? TONIC : 0);
}

/** The likeliest key of chords in their order; null without any. */
export function likelyKey(chords: readonly Chord[]): Key | null {
  const [first] = chords;
  const last = chords[chords.length - 1];
  if (!first || !last) return null;
  const likely = (key: Key): number =>
    chords.reduce((sum, chord) => sum + worth(chord, key), 0) +
    (isTonic(first, key) ? BEGINS : 0) +
    (isTonic(last, key) ? ENDS : 0);
  return KEYS.map((key) => ({ key, likely: likely(key) })).reduce((a, b) => (b.likely > a.likely ? b : a))
    .key;
}
