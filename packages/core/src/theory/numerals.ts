/** Roman numerals and scale-degree numbers, read in a key: `ii7`, `V7/vi`, `bVII`, `6m`, `5/7`. */
import { isReadable, parseChord, tryParseChord } from './chordGrammar';
import { editDistance } from './chordSuggestion';
import { keyNotes, leadingAlter, romanNumeral, type Key } from './key';
import { noteName, readNote, transpose, type Interval, type Spelled } from './pitch';
import { chordsOfScale } from './diatonic';

const ROMAN = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'];
const NUMERAL = /^(bb|##|b|#|♭|♯)?(VII|VI|IV|V|III|II|I|vii|vi|iv|v|iii|ii|i|[1-7])(?![ivIV])(.*)$/;

/** Figures of figured bass that cannot mean anything else, as the degree in the bass (0 the root). */
const FIGURES: readonly (readonly [RegExp, string, number])[] = [
  [/65$/, '7', 2],
  [/43$/, '7', 4],
  [/42$/, '7', 6],
  [/64$/, '', 4],
];

/** Sixth chords of the handbooks by what they sound as on the flat second or flat sixth. */
const NAMED: ReadonlyMap<string, Interval & { readonly quality: string }> = new Map([
  ['N', { steps: 1, semitones: 1, quality: '' }],
  ['N6', { steps: 1, semitones: 1, quality: '/3' }],
  ['It6', { steps: 5, semitones: 8, quality: '7no5' }],
  ['Fr43', { steps: 5, semitones: 8, quality: '7b5' }],
  ['Ger65', { steps: 5, semitones: 8, quality: '7' }],
]);

interface Degreed {
  readonly root: Spelled;
  readonly minor: boolean;
  readonly rest: string;
}

/** Start of a numeral: its root in the key, whether its case says minor, and what follows. */
function readDegree(text: string, key: Key): Degreed | null {
  const found = NUMERAL.exec(text);
  if (!found) return null;
  const [, sign = '', name = '', rest = ''] = found;
  const step = /\d/.test(name) ? Number(name) - 1 : ROMAN.indexOf(name.toUpperCase());
  const flat = /^[b♭]/.test(sign);
  // ♭III, ♭VI and ♭VII of a minor key are its own steps, written by the habit of the major one.
  const habit = flat && sign.length === 1 && key.mode === 'minor' && [2, 5, 6].includes(step);
  const diminished = /^(vii|7)$/.test(name) && /^(°|o|ø|dim|m7b5)/.test(rest);
  const leading = leadingAlter(step, key, diminished);
  const own = habit && !leading ? 0 : flat ? -sign.length : sign.length;
  const alter = own + leading;
  const note = keyNotes(key)[step]!;
  return {
    root: { letter: note.letter, alter: note.alter + alter },
    minor: /^[iv]+$/.test(name),
    rest,
  };
}

/** The key an applied chord is heard in: that of the degree behind the slash. */
function appliedKey(text: string, key: Key): Key | null {
  const degree = readDegree(text, key);
  if (!degree || !/^(7|maj7|°|o|ø7?|dim)?$/.test(degree.rest)) return null;
  return { tonic: degree.root, mode: degree.minor ? 'minor' : 'major' };
}

/** What follows the numeral as a chord's quality: a small numeral brings its own minor third. */
function qualityOf(rest: string, minor: boolean): string {
  const self = /^(m(?!aj)|-|dim|°|o|ø|sus|5)/.test(rest);
  return minor && !self ? `m${rest}` : rest;
}

/** The chord tone that stands so many notes of the chord's thirds above the root. */
function toneAbove(symbol: string, thirds: number): string | null {
  const chord = parseChord(symbol);
  const number = thirds + 1;
  const degree = chord.degrees.find((d) => d.replace(/[b#]/g, '') === String(number));
  if (!degree) return null;
  const alter = degree.replace(/\d/g, '');
  const natural = [0, 2, 4, 5, 7, 9, 11][thirds]!;
  const semitones = natural + (alter.startsWith('b') ? -alter.length : alter.length);
  return noteName(transpose(chord.root, { steps: thirds, semitones }));
}

/** Reads what stands behind a slash as a bass: a note name or a degree of the key. */
function readBass(text: string, key: Key): string | null {
  const note = readNote(text);
  if (note && note.length === text.length) return text;
  const degree = readDegree(text, key);
  return degree && degree.rest === '' && /^[b#♭♯]*[1-7]$/.test(text) ? noteName(degree.root) : null;
}

function headSymbol(head: string, key: Key): string | null {
  const degree = readDegree(head, key);
  if (!degree) return null;
  const roman = !/^[b#♭♯]*[1-7]/.test(head);
  for (const [figure, seventh, thirds] of roman ? FIGURES : []) {
    if (!figure.test(degree.rest)) continue;
    const quality = qualityOf(degree.rest.replace(figure, '') + seventh, degree.minor);
    const symbol = noteName(degree.root) + quality;
    const bass = isReadable(symbol) ? toneAbove(symbol, thirds) : null;
    return bass ? `${symbol}/${bass}` : null;
  }
  const symbol = noteName(degree.root) + qualityOf(degree.rest, degree.minor);
  return isReadable(symbol) ? symbol : null;
}

/**
 * The chord symbol of a roman numeral or degree number in a key, or null where the text is none.
 * Case says major or minor of roman numerals; numbers are major unless something is written (`6m`).
 * Steps count in the key's own scale, natural minor in minor keys: VI in A minor is F.
 * @example readNumeral('V7/vi', keyOf('C')) // "E7"
 */
export function readNumeral(text: string, key: Key): string | null {
  const symbol = numeralSymbol(text, key);
  // A degree altered further than notes are written names no chord.
  return symbol === null ? null : (tryParseChord(symbol)?.symbol ?? null);
}

function numeralSymbol(text: string, key: Key): string | null {
  const named = NAMED.get(text);
  if (named) {
    const root = transpose(key.tonic, named);
    const symbol = noteName(root) + named.quality.replace(/\/3$/, '');
    return named.quality.endsWith('/3') ? `${symbol}/${toneAbove(symbol, 2) ?? ''}` : symbol;
  }
  const whole = headSymbol(text, key);
  if (whole) return whole;
  const slash = text.lastIndexOf('/');
  if (slash < 1) return null;
  const [head, tail] = [text.slice(0, slash), text.slice(slash + 1)];
  const bass = readBass(tail, key);
  if (bass !== null) {
    const symbol = headSymbol(head, key);
    return symbol && !symbol.includes('/') ? `${symbol}/${bass}` : null;
  }
  const applied = appliedKey(tail, key);
  return applied && headSymbol(head, applied);
}

/** The numerals of a key nearest to a text that starts like one; empty where it does not. */
export function nearestNumerals(text: string, key: Key): string[] {
  if (!/^[b#♭♯]?[ivIV1-7]/.test(text)) return [];
  const scale = key.mode === 'major' ? 'ionian' : 'aeolian';
  const known = ([0, 1] as const)
    .flatMap((richness) => chordsOfScale(key.tonic, scale, richness))
    .map((symbol) => romanNumeral(parseChord(symbol), key));
  return known
    .map((numeral, i) => ({ numeral, cost: editDistance(text, numeral) + i / 100 }))
    .sort((a, b) => a.cost - b.cost)
    .slice(0, 3)
    .map((n) => n.numeral);
}
