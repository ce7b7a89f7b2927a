import type { Chord } from './chord';
import { intervalBetween, mod, noteName, readNote, transpose, type Spelled } from './pitch';

/** Major or minor. */
export type Mode = 'major' | 'minor';

/** A key such as E♭ major. Text form: `"Eb"` for major, `"Cm"` for minor. */
export interface Key {
  readonly tonic: Spelled;
  readonly mode: Mode;
}

/** Number of sharps (positive) or flats (negative) in the signature, −7 to 7 for the usual keys. */
export function signature(key: Key): number {
  // Fifths above C: each letter's place on the circle, plus seven for each accidental.
  const fifths = [0, 2, 4, -1, 1, 3, 5][key.tonic.letter]! + 7 * key.tonic.alter;
  return key.mode === 'major' ? fifths : fifths - 3;
}

/**
 * Reads `"E"`, `"F#m"`, `"Bb major"`, `"a minor"`; null where it is no key or one
 * whose signature would need double accidentals.
 */
export function parseKey(text: string): Key | null {
  const trimmed = text.trim();
  const lower = /^[a-g]/.test(trimmed);
  const read = readNote(trimmed.charAt(0).toUpperCase() + trimmed.slice(1));
  if (!read) return null;
  const rest = trimmed.slice(read.length).trim();
  const minor = /^(m|min|minor|-)$/.test(rest) || (lower && rest === '');
  if (!minor && !/^(M|maj|major)?$/.test(rest)) return null;
  const key: Key = { tonic: read.note, mode: minor ? 'minor' : 'major' };
  return Math.abs(signature(key)) <= 7 ? key : null;
}

/** Short text of a key: `"Eb"`, `"Cm"`. Reads back with {@link parseKey}. */
export const keyText = (key: Key): string => noteName(key.tonic) + (key.mode === 'minor' ? 'm' : '');

/** True for two keys that are written alike. */
export const isSameKey = (a: Key, b: Key): boolean =>
  a === b || (a.mode === b.mode && a.tonic.letter === b.tonic.letter && a.tonic.alter === b.tonic.alter);

/** Keys by their texts, of which there are few: the same text gives the very same key. */
const known = new Map<string, Key>();
const MOST_KNOWN = 200;

/**
 * The key of a text that is known to be one (the song schema has checked it).
 * @throws Error where it is none.
 */
export function keyOf(text: string): Key {
  const found = known.get(text);
  if (found) return found;
  const key = parseKey(text);
  if (!key) throw new Error(`"${text}" is not a key`);
  if (known.size < MOST_KNOWN) known.set(text, key);
  return key;
}

const MAJOR_STEPS = [0, 2, 4, 5, 7, 9, 11];
const MINOR_STEPS = [0, 2, 3, 5, 7, 8, 10];

/** The seven notes of the key, natural minor for minor keys, spelled. */
export function keyNotes(key: Key): Spelled[] {
  const steps = key.mode === 'major' ? MAJOR_STEPS : MINOR_STEPS;
  return steps.map((semitones, i) => transpose(key.tonic, { steps: i, semitones }));
}

const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'];

/**
 * The chord's place in the key: 0-based scale step and its alteration against the
 * key's own scale. F♯ in C major is step 3, alter 1.
 */
export function scaleStep(chord: Chord, key: Key): { step: number; alter: number } {
  const { steps, semitones } = intervalBetween(key.tonic, chord.root);
  const own = (key.mode === 'major' ? MAJOR_STEPS : MINOR_STEPS)[steps]!;
  return { step: steps, alter: mod(semitones - own + 6, 12) - 6 };
}

/** Quality as it stands behind a numeral, where the case of the numeral already says the third. */
function numeralSuffix(quality: string): string {
  return quality
    .replace(/^dim(?!Maj)/, '°')
    .replace(/^m7b5/, 'ø7')
    .replace(/^aug/, '+')
    .replace(/^m(?!aj)/, '');
}

const isDiminished = (chord: Chord): boolean => chord.degrees.includes('b3') && chord.degrees.includes('b5');

/**
 * Diminished chords on the seventh step of a minor key stand on its raised leading tone: vii° in
 * A minor is G♯° (common practice). What is to be added to the step's own alteration.
 */
export const leadingAlter = (step: number, key: Key, diminished: boolean): number =>
  key.mode === 'minor' && step === 6 && diminished ? 1 : 0;

/** Roman numeral of a chord in a key: `"ii7"`, `"V7"`, `"bVI"`, `"vii°"`; empty for a cluster. */
export function romanNumeral(chord: Chord, key: Key): string {
  if (chord.exact) return '';
  const { step, alter: written } = scaleStep(chord, key);
  const alter = written - leadingAlter(step, key, isDiminished(chord));
  const minor = chord.degrees.includes('b3') && !chord.degrees.includes('3');
  const numeral = minor ? NUMERALS[step]!.toLowerCase() : NUMERALS[step]!;
  const sign = alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter);
  return sign + numeral + numeralSuffix(chord.quality);
}
