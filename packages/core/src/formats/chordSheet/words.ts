/** Words of a chord sheet: which of them are chords, and what else stands in a line of chords. */
import { isReadable } from '../../theory/chordGrammar';

/** "Go" and "Do" are words, not diminished chords. */
const WORD_LIKE = /^[A-G]o$/;
const NO_CHORD = /^n\.?\s?c\.?$/i;
/** What stands for the chord before it, for one beat. */
const BEAT = /^[/.]$/;
/** Begins as a chord does and goes on as chords do, although it may not read: it is told with its place. */
const LIKE_CHORD = /^[A-H](?:#|b|♯|♭)?(?:maj|min|dim|aug|sus|add|alt|[mMj+°øΔ△\d()/#b♯♭,-]|\/[A-H])*$/u;

/** A chord as it is written, without what is put around it: "(G)," is G. */
function bare(word: string): string {
  const plain = word.replace(/[,;:.!*]+$/u, '');
  return /^\(([^()]+)\)$/.exec(plain)?.[1] ?? plain;
}

const isChord = (word: string): boolean => /^[A-G]/.test(word) && !WORD_LIKE.test(word) && isReadable(word);

/** Chords written in one with dashes or commas, C-G-Am: taken apart where each of them is a chord. */
function apart(word: string): string[] {
  const all = word.split(/[-,](?=[A-G])/);
  return all.length > 1 && all.every((one) => isChord(bare(one))) ? all : [word];
}

/** Signs that part chords: commas, dashes and arrows. */
const BETWEEN = /\s+[-–—>]+\s+|\s*(?:->|→|–|—|;|,(?=\s|$))\s*|\s+/u;

/** What one word of a line of chords is. */
export type Sign =
  | { readonly is: 'chord' | 'like a chord'; readonly text: string }
  | { readonly is: 'beat' | 'rest' | 'again' };

function signOf(word: string): Sign | null {
  if (BEAT.test(word)) return { is: 'beat' };
  if (word === '%') return { is: 'again' };
  if (NO_CHORD.test(word)) return { is: 'rest' };
  const text = bare(word);
  if (isChord(text)) return { is: 'chord', text };
  return LIKE_CHORD.test(text) && text.length > 1 ? { is: 'like a chord', text } : null;
}

/** The signs of a text that holds chords and nothing else; null where any word of it is something else. */
export function signsOf(text: string): readonly Sign[] | null {
  const words = text
    .trim()
    .split(BETWEEN)
    .filter((word) => word !== '')
    .flatMap(apart);
  const signs = words.map(signOf);
  return signs.every((sign) => sign !== null) ? signs : null;
}

/** Whether signs are chords: at least one of them is, and most of those that may be. */
export function areChords(signs: readonly Sign[]): boolean {
  const sure = signs.filter(({ is }) => is === 'chord' || is === 'rest').length;
  const guessed = signs.filter(({ is }) => is === 'like a chord').length;
  return sure > 0 && sure >= guessed;
}

const WRITTEN = { beat: '/', rest: 'N.C.', again: '%' } as const;

/** A sign as a chart has it. */
export const written = (sign: Sign): string => ('text' in sign ? sign.text : WRITTEN[sign.is]);
