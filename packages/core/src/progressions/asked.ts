/** What is typed to find a progression: words, numbers of degrees, chords of any key, a length, a feeling. */
import { chordPitchClasses } from '../theory/chord';
import { parseChord, tryParseChord } from '../theory/chordGrammar';
import { keyOf } from '../theory/key';
import { readNumeral } from '../theory/numerals';
import { pitchClass } from '../theory/pitch';
import { asWritten } from '../theory/handwriting';
import type { Mood, Progression } from './schema';

/** A chord as far as progressions are told apart by it: its root above the first one's, semitones, and whether its third is minor. */
interface RootStep {
  readonly root: number;
  readonly isMinor: boolean;
}

/** Everyday words for the moods of the library. */
const FEELINGS = new Map<string, readonly Mood[]>(
  Object.entries({
    sad: ['wistful', 'dark'],
    melancholy: ['wistful'],
    lonely: ['wistful', 'dark'],
    happy: ['bright', 'playful'],
    joyful: ['bright'],
    hopeful: ['bright', 'grand'],
    sunny: ['bright'],
    relaxed: ['calm', 'warm'],
    chill: ['calm', 'warm'],
    gentle: ['calm'],
    romantic: ['warm', 'wistful'],
    epic: ['grand'],
    anthemic: ['grand'],
    tense: ['restless', 'dark'],
    scary: ['dark'],
    angry: ['dark', 'restless'],
    funny: ['playful'],
    nostalgic: ['wistful', 'warm'],
  } satisfies Record<string, readonly Mood[]>),
);

const NUMBERS = new Map(Object.entries({ four: '4', eight: '8', twelve: '12', sixteen: '16' }));

/** What a search in words asks of a progression. */
export interface AskedFor {
  /** Words that are to be found as they are, small letters. */
  readonly words: readonly string[];
  /** Feelings of which each is to be among its moods. */
  readonly moods: readonly (readonly Mood[])[];
  /** Bars it is to have. */
  readonly bars: number | null;
  /** Degrees, 1 to 7, that follow each other in it. */
  readonly degrees: readonly number[] | null;
  /** Chords that follow each other in it, in whatever key. */
  readonly chords: readonly RootStep[] | null;
  /** The words as one phrase, as they were typed. */
  readonly phrase: string;
}

const tokensOf = (text: string): string[] =>
  text
    .replace(/[|,–—]/g, ' ')
    .replace(/([ivIV1-7A-Ga-gm°7])-(?=[ivIV1-7A-G])/g, '$1 ')
    .split(/\s+/)
    .filter(Boolean);

function stepsFrom(symbols: readonly string[]): RootStep[] {
  const chords = symbols.map(parseChord);
  const first = pitchClass(chords[0]!.root);
  return chords.map((chord) => {
    const root = pitchClass(chord.root);
    const isMinor = chordPitchClasses(chord).some((pc) => (pc - root + 12) % 12 === 3);
    return { root: (root - first + 12) % 12, isMinor };
  });
}

/** A chord as it is typed, small letters and all; null where it is none. */
const symbolOf = (word: string): string | null =>
  tryParseChord(asWritten(word)?.name ?? word)?.symbol ?? null;

/** @example readAsked('12 bar blues') // 12 bars, and the word blues */
export function readAsked(text: string): AskedFor {
  const tokens = tokensOf(text);
  const phrase = tokens.join(' ');
  const nothing = { moods: [], bars: null, degrees: null, chords: null, phrase };
  if (tokens.length > 1 && tokens.every((t) => /^[1-7]$/.test(t))) {
    return { ...nothing, words: [], degrees: tokens.map(Number) };
  }
  const symbols = tokens.map(symbolOf);
  if (tokens.length > 1 && symbols.every((s) => s !== null)) {
    return { ...nothing, words: [], chords: stepsFrom(symbols) };
  }
  const words: string[] = [];
  const moods: (readonly Mood[])[] = [];
  let bars: number | null = null;
  tokens.forEach((token, i) => {
    const word = token.toLowerCase();
    const joined = /^(\d+)-?bars?$/.exec(word);
    const isCount = /^bars?$/.test(tokens[i + 1]?.toLowerCase() ?? '');
    const number = NUMBERS.get(word) ?? word;
    if (joined) bars = Number(joined[1]);
    else if (/^\d+$/.test(number) && isCount) bars = Number(number);
    else if (/^bars?$/.test(word) && bars !== null) return;
    else if (FEELINGS.has(word)) moods.push(FEELINGS.get(word)!);
    else words.push(word);
  });
  return { words, moods, bars, degrees: null, chords: null, phrase };
}

const known = new WeakMap<
  Progression,
  { readonly degrees: readonly number[]; readonly steps: readonly RootStep[] }
>();

/** Its chords one after another as degrees and as steps; one that is held or repeated is there once. */
function sequenceOf(progression: Progression) {
  let found = known.get(progression);
  if (!found) {
    const key = keyOf(progression.mode === 'major' ? 'C' : 'Cm');
    const numerals = progression.bars
      .split(/[\s|]+/)
      .map((word) => word.replace(/^([^{]*)\{.*\}$/, '$1'))
      .filter((word) => word && !['/', '%', 'N.C.'].includes(word));
    const degrees = numerals.map((numeral) => {
      const step = /^[b#]*(vii|vi|iv|v|iii|ii|i)/i.exec(numeral)?.[1]?.toLowerCase() ?? '';
      return ['i', 'ii', 'iii', 'iv', 'v', 'vi', 'vii'].indexOf(step) + 1;
    });
    const symbols = numerals.map((numeral) => readNumeral(numeral, key)).filter((s) => s !== null);
    known.set(progression, (found = { degrees, steps: symbols.length ? stepsFrom(symbols) : [] }));
  }
  return found;
}

/** Where one sequence stands in another; -1 where it does not. */
function placeIn<T>(
  all: readonly T[],
  wanted: readonly T[],
  isSame: (a: T, b: T, first: T) => boolean,
): number {
  for (let i = 0; i + wanted.length <= all.length; i++) {
    if (wanted.every((one, k) => isSame(all[i + k]!, one, all[i]!))) return i;
  }
  return -1;
}

/** Where the degrees or chords that are asked for begin in a progression; 0 where none are; -1 where it does not have them. */
export function placeOfAsked(progression: Progression, { degrees, chords }: AskedFor): number {
  if (!degrees && !chords) return 0;
  const own = sequenceOf(progression);
  if (degrees) return placeIn(own.degrees, degrees, (a, b) => a === b);
  return placeIn(
    own.steps,
    chords!,
    (a, b, first) => (a.root - first.root + 12) % 12 === b.root && a.isMinor === b.isMinor,
  );
}
