/** Progressions between degrees and a key: fitted to a section, written from a run, searched. */
import { readBarsText } from '../edits/bars';
import type { Clip } from '../edits/barRange';
import { writeBar } from '../formats/chart/bar';
import { chordPitchClasses, isSlash } from '../theory/chord';
import { parseChord } from '../theory/chordGrammar';
import { keyOf, keyText, parseKey, romanNumeral, scaleStep, type Key } from '../theory/key';
import { readNumeral } from '../theory/numerals';
import { respell } from '../theory/transposition';
import { shortBar, wholeBar } from '../time/bars';
import { placeOfAsked, readAsked } from './asked';
import type { Genre, Mood, Progression } from './schema';

/** The key a progression is read in: the section's own, or its parallel of the other mode where that is what the progression is in. */
function keyFor(key: Key, mode: Progression['mode']): Key {
  return key.mode === mode ? key : (parseKey(keyText({ ...key, mode })) ?? key);
}

/** A progression as chords in a key, ready to be pasted: ticks from its start. */
export function fitProgression(progression: Progression, keyName: string): Clip {
  const key = keyFor(keyOf(keyName), progression.mode);
  const frame = wholeBar(progression.metre, keyText(key));
  const { length, metre } = frame;
  const bars = readBarsText(progression.bars, () => frame);
  const chords = bars.flatMap((bar, i) =>
    bar.map(({ start, length: size, symbol, push }) => ({
      start: i * length + start,
      length: size,
      symbol: symbol === null ? null : respell(symbol, key),
      ...(push ? { anticipation: push } : {}),
    })),
  );
  return {
    bars: bars.map((_, i) => ({ start: i * length, length, key: keyName, metre })),
    chords: holding(chords, bars.length * length),
  };
}

/** Chords that hold until the next one begins. */
const holding = <T extends { readonly start: number }>(chords: readonly T[], end: number) =>
  chords.map((c, i) => ({ ...c, length: (chords[i + 1]?.start ?? end) - c.start }));

/** A part of a clip: the bars asked for, one after another. */
export function barsOfClip(clip: Clip, wanted: readonly number[]): Clip {
  const bars: Clip['bars'][number][] = [];
  const chords: Clip['chords'][number][] = [];
  let at = 0;
  for (const index of wanted) {
    const bar = clip.bars[index];
    if (!bar) continue;
    bars.push({ ...bar, start: at });
    for (const chord of clip.chords) {
      const start = Math.max(bar.start, chord.start);
      const end = Math.min(bar.start + bar.length, chord.start + chord.length);
      if (start < end) chords.push({ ...chord, start: at + start - bar.start, length: end - start });
    }
    at += bar.length;
  }
  return { bars, chords };
}

/** A chord by its degree, with its bass as a degree, the way {@link readNumeral} reads it. */
export function numeralWithBass(symbol: string, key: Key): string {
  const chord = parseChord(symbol);
  const numeral = romanNumeral(chord, key);
  if (!isSlash(chord) || numeral === '') return numeral;
  const { step, alter } = scaleStep({ ...chord, root: chord.bass }, key);
  const sign = alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter);
  return `${numeral}/${sign}${step + 1}`;
}

/**
 * A run's chords as a progression by degree, or a sentence that says why it cannot be one:
 * the metre changes within it, or a chord has no name.
 */
export function progressionOf(name: string, clip: Clip): Progression | string {
  const first = clip.bars[0];
  if (!first) return 'Select some bars first.';
  if (clip.bars.some((bar) => bar.metre !== first.metre)) {
    return 'The metre changes within these bars. Select bars of one metre.';
  }
  const key = keyOf(first.key);
  const numeral = (symbol: string): string => numeralWithBass(respell(symbol, key), key);
  for (const { symbol } of clip.chords) {
    if (symbol !== null && !sameChord(symbol, readNumeral(numeral(symbol), key))) {
      return `The chord ${symbol} cannot be written as a degree. Leave its bar out.`;
    }
  }
  const bars = clip.bars.map((bar) => {
    const inBar = clip.chords
      .filter((c) => c.start >= bar.start && c.start < bar.start + bar.length)
      .map((c) => ({
        start: c.start - bar.start,
        length: c.length,
        symbol: c.symbol === null ? null : numeral(c.symbol),
        push: 0,
      }));
    const whole = inBar.some((c) => c.start === 0) ? inBar : [...heldInto(clip, bar, numeral), ...inBar];
    return writeBar(whole, shortBar(bar.metre, bar.key, bar.length, false));
  });
  return { name, bars: bars.join(' | '), mode: key.mode, metre: first.metre, genres: [], moods: [] };
}

/** A chord held into a bar is written out there, so that every bar can be used by itself. */
function heldInto(clip: Clip, bar: Clip['bars'][number], numeral: (symbol: string) => string) {
  const held = [...clip.chords].reverse().find((c) => c.start < bar.start);
  if (!held) return [];
  return [
    { start: 0, length: bar.length, symbol: held.symbol === null ? null : numeral(held.symbol), push: 0 },
  ];
}

const sameChord = (one: string, other: string | null): boolean =>
  other !== null && chordPitchClasses(parseChord(one)).join() === chordPitchClasses(parseChord(other)).join();

/** What progressions are searched by; null asks nothing. */
export interface Search {
  readonly text: string;
  readonly genre: Genre | null;
  readonly mood: Mood | null;
  readonly mode: Progression['mode'] | null;
  readonly bars: 'up to 4' | '5 to 8' | 'more than 8' | null;
  readonly metre: string | null;
}

/** How many bars a progression has. */
export const barCount = (progression: Progression): number => progression.bars.split('|').length;

function lengthFits(count: number, wanted: Search['bars']): boolean {
  if (wanted === null) return true;
  if (wanted === 'up to 4') return count <= 4;
  return wanted === '5 to 8' ? count > 4 && count <= 8 : count > 8;
}

/** How near a progression stands to what was typed: its very name, its chords in that order and case, the words anywhere. */
function nearness({ name, bars }: Progression, phrase: string): number {
  const chords = bars.split(/[\s|]+/).join(' ');
  if (name === phrase || chords === phrase) return 0;
  if (` ${chords} `.includes(` ${phrase} `)) return 1;
  return name.toLowerCase().includes(phrase.toLowerCase()) ? 2 : 3;
}

/** Progressions that answer a search, nearest first: by words, degrees by number, chords of any key, length, feeling. */
export function searchProgressions<T extends Progression>(all: readonly T[], search: Search): T[] {
  const asked = readAsked(search.text);
  const found = all.filter((p) => {
    const about = [p.name, p.bars, ...p.genres, ...p.moods, p.mode].join(' ').toLowerCase();
    return (
      asked.words.every((word) => about.includes(word)) &&
      asked.moods.every((moods) => moods.some((mood) => p.moods.includes(mood))) &&
      (asked.bars === null || barCount(p) === asked.bars) &&
      placeOfAsked(p, asked) >= 0 &&
      (search.genre === null || p.genres.includes(search.genre)) &&
      (search.mood === null || p.moods.includes(search.mood)) &&
      (search.mode === null || p.mode === search.mode) &&
      (search.metre === null || p.metre === search.metre) &&
      lengthFits(barCount(p), search.bars)
    );
  });
  if (!asked.phrase) return found;
  const rank = (p: T): number => 10 * placeOfAsked(p, asked) + nearness(p, asked.phrase);
  return found.sort((a, b) => rank(a) - rank(b));
}
