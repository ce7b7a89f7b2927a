import { isSlash, type Chord } from './chord';
import type { Key } from './key';
import { LETTERS, type Spelled } from './pitch';
import { spell } from './spelling';

const SIGNS: Record<string, string> = {
  '-3': ' triple flat',
  '-2': ' double flat',
  '-1': ' flat',
  '0': '',
  '1': ' sharp',
  '2': ' double sharp',
  '3': ' triple sharp',
};

/** A note as it is said: "B flat". */
export const spokenNote = (note: Spelled): string => LETTERS[note.letter]! + SIGNS[String(note.alter)]!;

/** Parts of a quality and how they are said, longest first. */
const WORDS: readonly (readonly [RegExp, string])[] = [
  [/^dimMaj7/, 'diminished major seven'],
  [/^dim/, 'diminished'],
  [/^aug/, 'augmented'],
  [/^6\/9/, 'six nine'],
  [/^maj/i, 'major'],
  [/^m/, 'minor'],
  [/^sus/, 'suspended'],
  [/^add/, 'added'],
  [/^no/, 'without'],
  [/^alt/, 'altered'],
  [/^b/, 'flat'],
  [/^#/, 'sharp'],
  [/^13/, 'thirteen'],
  [/^11/, 'eleven'],
  [/^9/, 'nine'],
  [/^7/, 'seven'],
  [/^6/, 'six'],
  [/^5/, 'five'],
  [/^4/, 'four'],
  [/^3/, 'three'],
  [/^2/, 'two'],
  [/^1/, 'one'],
];

function spokenQuality(text: string): string {
  const quality = text.replace(/[()]/g, '');
  if (quality === '') return 'major';
  if (quality === '5') return 'power chord';
  const words: string[] = [];
  let rest = quality;
  while (rest) {
    const found = WORDS.find(([pattern]) => pattern.test(rest));
    if (!found) return [...words, rest].join(' ');
    words.push(found[1]);
    rest = rest.replace(found[0], '');
  }
  return words.join(' ');
}

/** A chord as it is said: "E flat minor seven flat five over G flat". */
export function spokenChord(chord: Chord, key: Key | null = null): string {
  if (chord.exact) return `cluster of ${chord.exact.map((p) => spokenNote(spell(p, { key }))).join(', ')}`;
  const over = isSlash(chord) ? ` over ${spokenNote(chord.bass)}` : '';
  return `${spokenNote(chord.root)} ${spokenQuality(chord.quality)}${over}`;
}

/** A key for reading: "E♭ major", "F♯ minor". */
export function keyInWords(text: string): string {
  const minor = text.endsWith('m');
  const tonic = (minor ? text.slice(0, -1) : text).replace(/b$/, '♭').replace('#', '♯');
  return `${tonic} ${minor ? 'minor' : 'major'}`;
}

/** Parts of a beat that have a sign of their own, in twelfths. */
const PARTS = new Map([
  [3, '¼'],
  [4, '⅓'],
  [6, '½'],
  [8, '⅔'],
  [9, '¾'],
]);

/** A number of beats, or a place counted in them: "1", "1⅓"; what is none of their usual parts to a hundredth. */
export function beatsText(beats: number): string {
  const twelfths = Math.round(beats * 12);
  const part = Math.abs(beats * 12 - twelfths) < 1e-6 ? PARTS.get(twelfths % 12) : undefined;
  return part ? `${Math.floor(beats) || ''}${part}` : String(Math.round(beats * 100) / 100);
}

/** A number of beats as it is said: "1 beat", "1⅓ beats". */
export const spokenBeats = (beats: number): string => `${beatsText(beats)} ${beats <= 1 ? 'beat' : 'beats'}`;
