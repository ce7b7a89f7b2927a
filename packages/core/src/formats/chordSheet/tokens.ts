/** Words of a chord sheet: which of them are chords, and what else stands in a line of chords. */
import { withoutEnd } from '../../song/text';
import { isReadable } from '../../theory/chordGrammar';
import { asWritten } from '../../theory/handwriting';
import { keyOf } from '../../theory/key';
import { readNumeral } from '../../theory/numerals';

/** "Go" and "Do" are words, not diminished chords. */
const WORD_LIKE = /^[A-G]o$/;
const NO_CHORD = /^n\.? ?c\.?$/i;
/** What stands for the chord before it, for one beat. */
const BEAT = /^[/.]$/;
/** Begins as a chord does and goes on as chords do, although it may not read: it is told with its place. */
const LIKE_CHORD = /^[A-H](?:#|b|♯|♭)?(?:maj|min|dim|aug|sus|add|alt|[mMj+°øΔ△\d()/#b♯♭,-]|\/[A-H])*$/u;

/** What is written behind a chord and is no part of it: it rings, it stops, there is a note to it. */
const BEHIND = ',;:.!*~…';

/** What stands in parentheses that hold the whole of a text; null where they do not. */
export function inParentheses(text: string): string | null {
  if (!text.startsWith('(') || !text.endsWith(')')) return null;
  const inner = text.slice(1, -1);
  return inner.includes('(') || inner.includes(')') ? null : inner;
}

/** A chord as it is written, without what is put around it: "(G)," and "G..." are G. */
function bare(word: string): string {
  const plain = withoutEnd(word, BEHIND);
  return inParentheses(plain) || plain;
}

const isChord = (word: string): boolean => /^[A-G]/.test(word) && !WORD_LIKE.test(word) && isReadable(word);

/** Chords written in one with dashes or commas, C-G-Am: taken apart where each of them is a chord. */
function apart(word: string): string[] {
  const all = word.split(/[-,](?=[A-G])/);
  return all.length > 1 && all.every((one) => isChord(bare(one))) ? all : [word];
}

/** Signs that part chords: commas, dashes and arrows. */
const BETWEEN = / [-–—>]+ | ?(?:->|→|–|—|;|,(?= |$)) ?| /u;

/** What one word of a line of chords is. */
export type Sign =
  | { readonly is: 'chord' | 'like a chord' | 'degree'; readonly text: string }
  | { readonly is: 'beat' | 'rest' | 'again' }
  /** What is said beside the chords: "(stop)". */
  | { readonly is: 'remark'; readonly text: string };

/** What is no chord and stands among chords all the same. */
function plainSign(word: string): Sign | null {
  if (BEAT.test(word)) return { is: 'beat' };
  if (word === '%') return { is: 'again' };
  return NO_CHORD.test(word) ? { is: 'rest' } : null;
}

function signOf(word: string): Sign | null {
  const plain = plainSign(word);
  if (plain) return plain;
  const text = bare(word);
  if (isChord(text)) return { is: 'chord', text };
  return LIKE_CHORD.test(text) && text.length > 1 ? { is: 'like a chord', text } : null;
}

/** A chord in small letters, "am7". */
function smallSign(word: string): Sign | null {
  const plain = plainSign(word);
  if (plain) return plain;
  const text = bare(word);
  const read = /^[a-g]/.test(text) ? asWritten(text) : null;
  return read?.name && isChord(read.name) ? { is: 'chord', text: read.name } : null;
}

const C = keyOf('C');

/** A chord by its degree: "6-", "IV". */
function degreeSign(word: string): Sign | null {
  const plain = plainSign(word);
  if (plain) return plain;
  const text = bare(word);
  return /^[b#♭♯]?[ivIV1-7]/.test(text) && readNumeral(text, C) !== null ? { is: 'degree', text } : null;
}

/** A text taken apart at its groups in parentheses, which may hold several words. */
function grouped(text: string): readonly { readonly text: string; readonly inner: boolean }[] {
  const pieces: { text: string; inner: boolean }[] = [];
  let from = 0;
  for (let at = text.indexOf('('); at >= 0; at = text.indexOf('(', from)) {
    const close = text.indexOf(')', at);
    // Only what stands by itself is a group: C7(b9) is a chord.
    const isOwn = at === 0 || text[at - 1] === ' ';
    const goesOn = close < 0 || !(close + 1 >= text.length || ` ${BEHIND}`.includes(text[close + 1]!));
    const end = close < 0 ? text.length : close + 1;
    if (isOwn && !goesOn) {
      pieces.push({ text: text.slice(from, at), inner: false });
      pieces.push({ text: text.slice(at + 1, close), inner: true });
    } else pieces.push({ text: text.slice(from, end), inner: false });
    from = end;
  }
  pieces.push({ text: text.slice(from), inner: false });
  return pieces;
}

const wordsIn = (text: string): string[] =>
  text
    .trim()
    .split(BETWEEN)
    .filter((word) => word !== '' && withoutEnd(word, ',;:!*~…') !== '')
    .flatMap(apart);

/** Signs by one way to read a word; null where a word of it is something else. What is in parentheses may be a remark. */
function signsBy(text: string, read: (word: string) => Sign | null): readonly Sign[] | null {
  const signs: Sign[] = [];
  for (const piece of grouped(text)) {
    const own = wordsIn(piece.text).map(read);
    if (own.every((sign) => sign !== null)) signs.push(...own);
    else if (piece.inner) signs.push({ is: 'remark', text: piece.text.trim() });
    else return null;
  }
  return signs;
}

/** Two words that are chords in small letters and stand in every other line of verse. */
const EVERYDAY = new Set(['A', 'Am']);

const chordsOf = (signs: readonly Sign[]): string[] =>
  signs.flatMap((sign) => ('text' in sign && sign.is !== 'remark' ? [sign.text] : []));

/** "1 2 3 4" is counted in, and is no progression. */
const isCount = (texts: readonly string[]): boolean => texts.every((text, i) => text === String(i + 1));

/**
 * The signs of a text that holds chords and nothing else: by their names, in small letters or by degree; null where
 * any word of it is something else.
 */
export function signsOf(text: string): readonly Sign[] | null {
  const named = signsBy(text, signOf);
  if (named && chordsOf(named).length) return named;
  const small = signsBy(text, smallSign);
  const letters = small ? chordsOf(small) : [];
  if (letters.length > 1 && letters.some((letter) => !EVERYDAY.has(letter))) return small;
  const degrees = signsBy(text, degreeSign);
  const numbers = degrees ? chordsOf(degrees) : [];
  return numbers.length > 1 && !isCount(numbers) ? degrees : named;
}

/** What of a text is a chord however it is written, the rest as remarks: the writer says that it is a line of chords. */
export const signsWithin = (text: string): readonly Sign[] =>
  wordsIn(text.replace(/[()]/g, ' ').replace(/ +/g, ' ')).map(
    (word) => signOf(word) ?? smallSign(word) ?? degreeSign(word) ?? { is: 'remark', text: word },
  );

/** Whether signs are chords: at least one of them is, and most of those that may be. */
export function areChords(signs: readonly Sign[]): boolean {
  const count = (...kinds: Sign['is'][]): number => signs.filter(({ is }) => kinds.includes(is)).length;
  const sure = count('chord', 'degree', 'rest');
  return sure > 0 && sure >= count('like a chord') && sure >= count('remark');
}

const WRITTEN = { beat: '/', rest: 'N.C.', again: '%' } as const;

/** A sign as a chart has it. */
export const written = (sign: Sign): string => ('text' in sign ? sign.text : WRITTEN[sign.is]);
