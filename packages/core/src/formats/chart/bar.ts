import { ChordError, parseChord } from '../../theory/chordGrammar';
import { keyOf } from '../../theory/key';
import { nearestNumerals, readNumeral } from '../../theory/numerals';
import { PPQ } from '../../timeline/time';
import { ChartError } from './error';

/** A chord as a bar of the chart says it: ticks from the start of the bar. */
export interface BarChord {
  readonly start: number;
  readonly length: number;
  /** Canonical symbol, or null for no chord. */
  readonly symbol: string | null;
  readonly push: number;
}

/** A word of a bar with its place in the chart. */
export interface Word {
  readonly text: string;
  readonly line: number;
  readonly column: number;
}

interface Token {
  readonly word: Word;
  readonly symbol: string | null;
  readonly push: number;
  /** Length written out, ticks, or null for a fair share. */
  readonly span: number | null;
}

const WHOLE = 4 * PPQ;
const OPTION = /^(push|for) (\d{1,2})\/(1|2|4|8|16|32|3|6|12|24|48|480|1920)$/;

/** Reads the options in braces behind a chord: `{push 1/8}`, `{for 3/8}` in note values. */
function readOptions(word: Word, text: string, at: number): { push: number; span: number | null } {
  let push = 0;
  let span: number | null = null;
  for (const option of text.split(',').map((t) => t.trim())) {
    const match = OPTION.exec(option);
    if (!match) {
      const reason = `"{${text}}" is not understood. Behind a chord you can write {push 1/8} or {for 3/8}.`;
      throw new ChartError(word.line, word.column + at, reason);
    }
    const ticks = Math.round((WHOLE * Number(match[2])) / Number(match[3]));
    if (match[1] === 'push') push = ticks;
    else span = ticks;
  }
  if (push > 960) {
    throw new ChartError(word.line, word.column + at, 'A push is a half note at most.');
  }
  return { push, span };
}

/** A word as a chord symbol: a name, or a numeral or degree in the bar's key. */
function readSymbol(word: Word, name: string, key: string): string {
  try {
    return parseChord(name).symbol;
  } catch (error) {
    if (!(error instanceof ChordError)) throw error;
    const numeral = readNumeral(name, keyOf(key));
    if (numeral) return numeral;
    const offers = error.suggestions.length ? error.suggestions : nearestNumerals(name, keyOf(key));
    const hint = offers.length ? ` Did you mean "${offers[0]!}"?` : '';
    const reason = `"${name}" is not a chord that can be read.${hint}`;
    throw new ChartError(word.line, word.column + error.position, reason, { word: name, offers });
  }
}

function readToken(word: Word, key: string): Token {
  const brace = word.text.indexOf('{');
  const name = brace < 0 ? word.text : word.text.slice(0, brace);
  if (brace >= 0 && !word.text.endsWith('}')) {
    throw new ChartError(word.line, word.column + brace, 'The brace { is not closed by }.');
  }
  const options =
    brace < 0 ? { push: 0, span: null } : readOptions(word, word.text.slice(brace + 1, -1), brace);
  if (/^N\.?C\.?$/i.test(name)) return { word, symbol: null, ...options };
  return { word, symbol: readSymbol(word, name, key), ...options };
}

/** Words of a bar that read as chords, one a beat, with `/` holding the one before. */
function readBeats(words: readonly Word[], length: number, key: string): BarChord[] {
  const chords: BarChord[] = [];
  const total = length / PPQ;
  if (words.length > total) {
    const word = words[total]!;
    const reason = `This bar has ${words.length} beats written and holds ${total}.`;
    throw new ChartError(word.line, word.column, reason);
  }
  words.forEach((word, beat) => {
    if (word.text === '/') return;
    const { symbol, push } = readToken(word, key);
    chords.push({ start: beat * PPQ, length: PPQ, symbol, push });
  });
  return chords.map((chord, i) => ({
    ...chord,
    length: (chords[i + 1]?.start ?? length) - chord.start,
  }));
}

/** Words of a bar that share it: evenly, the first taking the remainder in whole beats. */
function readShares(words: readonly Word[], length: number, key: string): BarChord[] {
  const tokens = words.map((word) => readToken(word, key));
  const given = tokens.reduce((sum, t) => sum + (t.span ?? 0), 0);
  const open = tokens.filter((t) => t.span === null).length;
  const free = length - given;
  const total = length / PPQ;
  const last = words[words.length - 1]!;
  if (given > length || (open > 0 && free <= 0)) {
    throw new ChartError(last.line, last.column, 'The lengths written in this bar are more than it holds.');
  }
  if (given === 0 && open > total) {
    const reason = `This bar has ${open} chords and holds ${total} at most, one a beat.`;
    throw new ChartError(words[total]!.line, words[total]!.column, reason);
  }
  if (open === 0 && given < length) {
    throw new ChartError(last.line, last.column, 'The lengths written in this bar are less than it holds.');
  }
  const unit = free % PPQ === 0 && free / PPQ >= open ? PPQ : 1;
  const share = open ? Math.floor(free / unit / open) * unit : 0;
  let remainder = free - share * open;
  let start = 0;
  return tokens.map(({ symbol, push, span }) => {
    const size = span ?? share + remainder;
    if (span === null) remainder = 0;
    const chord = { start, length: size, symbol, push };
    start += size;
    return chord;
  });
}

/**
 * Reads the words of one bar into chords that begin in it. A bar in which nothing begins
 * (only `/`) gives an empty list: the chord before is held. Numerals are read in the bar's key.
 * @throws ChartError
 */
export function readBar(words: readonly Word[], length: number, key: string): BarChord[] {
  return words.some((w) => w.text === '/') ? readBeats(words, length, key) : readShares(words, length, key);
}

const fraction = (ticks: number): string => {
  for (const d of [1, 2, 4, 8, 16, 32, 3, 6, 12, 24, 48, 480, 1920]) {
    if (Number.isInteger((ticks * d) / WHOLE)) return `${(ticks * d) / WHOLE}/${d}`;
  }
  return `${ticks}/${WHOLE}`;
};

const optionsText = (push: number, span: number | null): string => {
  const options = [
    ...(push ? [`push ${fraction(push)}`] : []),
    ...(span === null ? [] : [`for ${fraction(span)}`]),
  ];
  return options.length ? `{${options.join(', ')}}` : '';
};

/**
 * Writes the chords that begin in a bar, in the shortest of the ways that read back the same:
 * shared, beat by beat, or with lengths written out.
 */
export function writeBar(chords: readonly BarChord[], length: number): string {
  const name = (c: BarChord): string => c.symbol ?? 'N.C.';
  const total = length / PPQ;
  const shared = chords.map((c) => name(c) + optionsText(c.push, null));
  if (chords.length && chords[0]!.start === 0 && chords.length <= total) {
    const words = shared.map((text) => ({ text, line: 1, column: 1 }));
    const same = readShares(words, length, 'C').every((c, i) => c.start === chords[i]!.start);
    if (same) return shared.join(' ');
  }
  if (chords.every((c) => c.start % PPQ === 0)) {
    const slots = Array.from({ length: total }, () => '/');
    chords.forEach((c, i) => (slots[c.start / PPQ] = shared[i]!));
    return slots.join(' ');
  }
  return chords
    .map((c, i) => name(c) + optionsText(c.push, (chords[i + 1]?.start ?? length) - c.start))
    .join(' ');
}
