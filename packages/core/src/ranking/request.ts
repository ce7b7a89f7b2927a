/** Styles by the words one has for them: everyday names, moods, metres, tempos; misspelt ones too. */
import { distance } from 'fastest-levenshtein';
import type { Style } from '../style/schema';
import { suitsOf } from '../styles/suits';
import { genresOf } from './genres';

/** Words that say nothing of a style. */
const MERE = new Set(
  'a an the of for in on at to with and or as like something some song songs music style my me i want it is feel vibe kind'.split(
    ' ',
  ),
);

/** From and to these tempos a style is slow, or fast, quarter notes or dotted ones a minute. */
const SLOW = 84;
const FAST = 128;

/** How well a word is met: exactly, by its beginning, in what is said of a style, nearly. */
const MET = { exactly: 1, begins: 0.8, genre: 0.7, nearly: 0.6, said: 0.5 } as const;
/** From so many letters on a word may be begun only, or have one wrong; from so many more two. */
const LONG = 4;
const LONGER = 8;

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}/&]+/gu, ' ')
    .trim();
const wordsIn = (text: string): string[] => plain(text).split(' ').filter(Boolean);

interface Vocabulary {
  /** What it is called. */
  readonly own: readonly string[];
  /** What some of its patterns are as well. */
  readonly genres: readonly string[];
  /** What is said of it. */
  readonly said: readonly string[];
}

const known = new WeakMap<Style, Vocabulary>();

function vocabularyOf(style: Style): Vocabulary {
  let words = known.get(style);
  if (!words) {
    const [main, ...genres] = genresOf(style);
    const own = [style.name, main ?? '', ...(suitsOf(style.id)?.words ?? [])];
    words = {
      own: [...new Set(own.flatMap(wordsIn))],
      genres: genres.flatMap(wordsIn),
      said: [
        ...new Set(
          [style.about, style.feel, ...style.band.map((b) => (typeof b === 'string' ? b : ''))].flatMap(
            wordsIn,
          ),
        ),
      ],
    };
    known.set(style, words);
  }
  return words;
}

function isNearly(word: string, other: string): boolean {
  const most = word.length >= LONGER ? 2 : 1;
  if (Math.min(word.length, other.length) < LONG || Math.abs(word.length - other.length) > most) return false;
  return distance(word, other) <= most;
}

function met(word: string, style: Style): number {
  if (/^\d+\/\d+$/.test(word)) return style.metres[0] === word ? 1 : style.metres.includes(word) ? 0.4 : 0;
  if (word === 'slow') return style.usualTempo <= SLOW ? 1 : 0;
  if (word === 'fast' || word === 'quick' || word === 'uptempo') return style.usualTempo >= FAST ? 1 : 0;
  const { own, genres, said } = vocabularyOf(style);
  if (own.includes(word)) return MET.exactly;
  if (word.length >= LONG && own.some((other) => other.startsWith(word))) return MET.begins;
  if (genres.includes(word)) return MET.genre;
  if (said.includes(word)) return MET.said;
  return own.some((other) => isNearly(word, other)) ? MET.nearly : 0;
}

/** A whole name in what is asked ("bossa nova", "slow soul") counts for more than its words. */
const WHOLE = 0.5;

/** How a style answers a request. */
export interface Answer {
  /** 0 to 1 and a little more, where a name is asked for as a whole. */
  readonly score: number;
  /** The words that it answers. */
  readonly met: readonly string[];
}

/**
 * How each style answers a request in words: by those that anything answers; not every word must. None is asked
 * where no word says anything (null).
 */
export function answersTo(styles: readonly Style[], asked: string): ((style: Style) => Answer) | null {
  // What is written with a hyphen may be one word or two.
  const joined = asked.includes('-') ? wordsIn(asked.replaceAll('-', '')) : [];
  const words = [...new Set([...wordsIn(asked), ...joined])].filter((word) => !MERE.has(word));
  const understood = words.filter((word) => styles.some((style) => met(word, style) > 0));
  if (!understood.length) return null;
  const text = ` ${plain(asked)} `;
  return (style) => {
    const scores = understood.map((word) => met(word, style));
    const names = (suitsOf(style.id)?.words ?? []).map(plain).filter((name) => name.includes(' '));
    const whole = names.some((name) => text.includes(` ${name} `)) ? WHOLE : 0;
    return {
      score: scores.reduce((sum, score) => sum + score, 0) / understood.length + whole,
      met: understood.filter((_, i) => scores[i]! > 0),
    };
  };
}
