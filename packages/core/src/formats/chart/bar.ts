import { ChordError, parseChord, tryParseChord } from '../../theory/chordGrammar';
import { LEAD_INS, type LeadIn } from '../../song/choices';
import { cutText } from '../../song/text';
import { keyOf } from '../../theory/key';
import { asWritten } from '../../theory/handwriting';
import { nearestNumerals, readNumeral } from '../../theory/numerals';
import type { Bar } from '../../time/bars';
import { slotsOf } from '../../time/beats';
import { PPQ } from '../../time/ticks';
import { ChartError } from './error';
import { wordsOf, type Word } from './line';
import type { Ticks } from '../../units/units';

/** What a bar's words are read against. */
export type BarFrame = Pick<Bar, 'start' | 'length' | 'groups' | 'key'>;

/** A chord as a bar of the chart says it: ticks from the start of the bar. */
export interface BarChord {
  readonly start: number;
  readonly length: number;
  /** Canonical symbol, or null for no chord. */
  readonly symbol: string | null;
  readonly push: Ticks;
  /** How the bass leads into it, where that is written. */
  readonly leadIn?: LeadIn;
}

/** Stands for the chord before it, held on. */
const HOLD = '/';
/** The same as others write it: a beat each. */
const isHold = (name: string): boolean => /^[/.\-–—]$/u.test(name);

interface Token {
  /** Canonical symbol, null for no chord, or HOLD. */
  readonly symbol: string | null;
  readonly push: Ticks;
  readonly leadIn?: LeadIn;
  /** Length written out, ticks, or null for a fair share. */
  readonly span: number | null;
}

const WHOLE = 4 * PPQ;
const DENOMINATORS = [1, 2, 4, 8, 16, 32, 3, 6, 12, 24, 48, 480, 1920];
const OPTION = /^(push|for) (\d{1,7})\/(\d{1,4})$/;
const LONGEST_PUSH = 960;

/** A note value in ticks, or null where it is none that can be counted. */
export function ticksOf(numerator: number, denominator: number): number | null {
  const ticks = (WHOLE * numerator) / denominator;
  return DENOMINATORS.includes(denominator) && Number.isInteger(ticks) ? ticks : null;
}

/** Reads the options in braces behind a chord: `{push 1/8}`, `{for 3/8}` in note values. */
function readOptions(word: Word, text: string, at: number): Pick<Token, 'push' | 'span' | 'leadIn'> {
  const wrong = (reason: string): ChartError =>
    new ChartError('option-unknown', word.line, word.column + at, reason);
  let push = 0;
  let span: number | null = null;
  let leadIn: LeadIn | undefined;
  for (const option of text.split(',').map((t) => t.trim())) {
    const lead = LEAD_INS.find((way) => option === `lead ${way}`);
    if (lead) {
      leadIn = lead;
      continue;
    }
    const match = OPTION.exec(option);
    const ticks = match && ticksOf(Number(match[2]), Number(match[3]));
    if (!match || ticks === null) {
      throw wrong(
        `"{${text}}" is not understood. Behind a chord you can write {push 1/8}, {for 3/8} or {lead scale}.`,
      );
    }
    if (match[1] === 'push') push = ticks;
    else if (ticks === 0) throw wrong(`"{${text}}" is no length at all. Write one like {for 1/4}.`);
    else span = ticks;
  }
  if (push > LONGEST_PUSH) throw wrong('A push is a half note at most.');
  return { push, span, ...(leadIn && { leadIn }) };
}

/** No chord is written in more characters; what is longer is not looked at. */
const LONGEST_NAME = 60;

/** A word as a chord symbol: a name, or a numeral or degree in the bar's key. */
function readSymbol(word: Word, name: string, key: string): string {
  if (name.length > LONGEST_NAME) {
    const reason = `"${cutText(name, 20)}…" is not a chord that can be read: it has ${name.length} characters.`;
    throw new ChartError('chord-unreadable', word.line, word.column, reason);
  }
  try {
    return parseChord(name).symbol;
  } catch (error) {
    if (!(error instanceof ChordError)) throw error;
    const written = asWritten(name);
    if (written?.offers) {
      const reason = `"${name}" can be read in two ways. Did you mean "${written.offers.join('" or "')}"?`;
      throw new ChartError('chord-ambiguous', word.line, word.column, reason, {
        word: name,
        offers: written.offers,
      });
    }
    const readable = written && tryParseChord(written.name);
    const meant = readNumeral(name, keyOf(key)) ?? readable?.symbol;
    if (meant) return meant;
    const offers = error.suggestions.length ? error.suggestions : nearestNumerals(name, keyOf(key));
    const hint = offers.length ? ` Did you mean "${offers[0]!}"?` : '';
    const reason = `"${name}" is not a chord that can be read.${hint}`;
    throw new ChartError('chord-unreadable', word.line, word.column + error.position, reason, {
      word: name,
      offers,
    });
  }
}

/** What is said of a chord stands in front of it, or of none. */
function optionsFirst({ text, line, column }: Word): ChartError {
  const end = text.indexOf('}') + 1;
  const [options, name] = end > 0 ? [text.slice(0, end), text.slice(end)] : [text, ''];
  if (!name) {
    const reason = `A chord is missing in front of "${text}". Write it like C${options}.`;
    return new ChartError('option-without-chord', line, column, reason);
  }
  const meant = name + options;
  const reason = `What is said of a chord stands behind it. Did you mean "${meant}"?`;
  return new ChartError('option-before-chord', line, column, reason, { word: text, offers: [meant] });
}

function readToken(word: Word, key: string): Token {
  const brace = word.text.indexOf('{');
  const name = brace < 0 ? word.text : word.text.slice(0, brace);
  if (name === '') throw optionsFirst(word);
  if (brace >= 0 && !word.text.endsWith('}')) {
    throw new ChartError('brace-open', word.line, word.column + brace, 'The brace { is not closed by }.');
  }
  const options =
    brace < 0 ? { push: 0, span: null } : readOptions(word, word.text.slice(brace + 1, -1), brace);
  if (isHold(name)) return { symbol: HOLD, ...options };
  if (/^N\.?C\.?$/i.test(name)) return { symbol: null, ...options };
  return { symbol: readSymbol(word, name, key), ...options };
}

/** How long the beat is in which a tick lies. */
function slotLength(slots: readonly number[], tick: Ticks, end: number): number {
  const next = slots.findIndex((slot) => slot > tick);
  const at = next < 0 ? slots.length - 1 : next - 1;
  return (slots[at + 1] ?? end) - slots[at]!;
}

/** Words of a bar that take a beat each, or the length written behind them, with `/` holding the one before. */
function readBeats(words: readonly Word[], bar: BarFrame): BarChord[] {
  const { length, key } = bar;
  const slots = slotsOf(bar);
  const tokens = words.map((word) => readToken(word, key));
  const chords: BarChord[] = [];
  let at = 0;
  tokens.forEach(({ symbol, push, span, leadIn }, i) => {
    if (at >= length) {
      const { line, column } = words[i]!;
      const counted = tokens.every((t) => t.span === null);
      const reason = counted
        ? `This bar has ${words.length} beats written and holds ${slots.length}.`
        : 'The lengths written in this bar are more than it holds.';
      throw new ChartError('bar-overfull', line, column, reason);
    }
    if (symbol !== HOLD) chords.push({ start: at, length: 0, symbol, push, ...(leadIn && { leadIn }) });
    at += span ?? slotLength(slots, at, length);
  });
  if (at > length) {
    const { line, column } = words[words.length - 1]!;
    throw new ChartError(
      'bar-overfull',
      line,
      column,
      'The lengths written in this bar are more than it holds.',
    );
  }
  return chords.map((chord, i) => ({
    ...chord,
    length: (chords[i + 1]?.start ?? length) - chord.start,
  }));
}

/** Words of a bar that share it: evenly, the first taking the remainder in whole beats. */
function readShares(words: readonly Word[], bar: BarFrame): BarChord[] {
  const { length, key } = bar;
  const tokens = words.map((word) => readToken(word, key));
  const given = tokens.reduce((sum, t) => sum + (t.span ?? 0), 0);
  const open = tokens.filter((t) => t.span === null).length;
  const free = length - given;
  const slots = slotsOf(bar);
  const total = slots.length;
  const last = words[words.length - 1]!;
  if (given > length || (open > 0 && free <= 0)) {
    throw new ChartError(
      'bar-overfull',
      last.line,
      last.column,
      'The lengths written in this bar are more than it holds.',
    );
  }
  if (given === 0 && open > total) {
    const reason = `This bar has ${open} chords and holds ${total} at most, one a beat.`;
    throw new ChartError('bar-overfull', words[total]!.line, words[total]!.column, reason);
  }
  if (open === 0 && given < length) {
    throw new ChartError(
      'bar-underfull',
      last.line,
      last.column,
      'The lengths written in this bar are less than it holds.',
    );
  }
  if (given === 0) return sharedSlots(tokens, slots, length);
  const unit = free % PPQ === 0 && free / PPQ >= open ? PPQ : 1;
  const share = open ? Math.floor(free / unit / open) * unit : 0;
  let remainder = free - share * open;
  let start = 0;
  return tokens.map(({ symbol, push, span, leadIn }) => {
    const size = span ?? share + remainder;
    if (span === null) remainder = 0;
    const chord = { start, length: size, symbol, push, ...(leadIn && { leadIn }) };
    start += size;
    return chord;
  });
}

/** Chords over a bar's beats: as many for each as go, the first taking the rest. */
function sharedSlots(tokens: readonly Token[], slots: readonly number[], length: number): BarChord[] {
  const each = Math.floor(slots.length / tokens.length);
  const first = slots.length - each * (tokens.length - 1);
  const starts = tokens.map((_, i) => (i === 0 ? 0 : slots[first + (i - 1) * each]!));
  return tokens.map(({ symbol, push, leadIn }, i) => {
    const start = starts[i]!;
    const size = (starts[i + 1] ?? length) - start;
    return { start, length: size, symbol, push, ...(leadIn && { leadIn }) };
  });
}

/** `C on E` is one chord over a bass. */
function withBasses(words: readonly Word[]): Word[] {
  const named: Word[] = [];
  for (let i = 0; i < words.length; i++) {
    const [word, on, bass] = [words[i]!, words[i + 1], words[i + 2]];
    if (bass && /^(on|over)$/i.test(on!.text) && /^[A-Ga-g](b|#|♭|♯)?$/u.test(bass.text)) {
      named.push({ ...word, text: `${word.text}/${bass.text[0]!.toUpperCase()}${bass.text.slice(1)}` });
      i += 2;
    } else named.push(word);
  }
  return named;
}

const isNumber = ({ text }: Word): boolean => /^[1-7]$/.test(text);

/** A number alone among chords by name: a degree, or beats that somebody counted. It is asked and not guessed. */
function loneNumber(words: readonly Word[], key: string): ChartError | null {
  const number = words.find(isNumber);
  const name = words.find((word) => tryParseChord(word.text.split('{')[0]!));
  if (!number || !name) return null;
  const degree = readNumeral(number.text, keyOf(key));
  const reason = `"${number.text}" among chords by name can be a degree or a length. Write ${degree} for the degree, or / for each beat more.`;
  return new ChartError('number-ambiguous', number.line, number.column, reason, {
    word: number.text,
    offers: degree ? [degree] : [],
  });
}

/**
 * Reads the words of one bar into chords that begin in it. A bar in which nothing begins
 * (only `/`) gives an empty list: the chord before is held. Numerals are read in the bar's key.
 * @throws ChartError
 */
export function readBar(words: readonly Word[], bar: BarFrame): BarChord[] {
  if (!words.length)
    throw new ChartError('bar-empty', 1, 1, 'This bar is empty. Write chords, or N.C. to rest.');
  const named = withBasses(words);
  const lone = loneNumber(named, bar.key);
  if (lone) throw lone;
  return named.some((w) => isHold(w.text.split('{')[0]!)) ? readBeats(named, bar) : readShares(named, bar);
}

/** A length as a chart has it, in lowest terms of a whole note: 240 ticks are `1/8`. */
export const fraction = (ticks: Ticks): string => {
  const denominator = DENOMINATORS.find((d) => Number.isInteger((ticks * d) / WHOLE))!;
  return `${(ticks * denominator) / WHOLE}/${denominator}`;
};

const optionsText = ({ push, leadIn }: Pick<BarChord, 'push' | 'leadIn'>, span: number | null): string => {
  const options = [
    ...(push ? [`push ${fraction(push)}`] : []),
    ...(span === null ? [] : [`for ${fraction(span)}`]),
    ...(leadIn ? [`lead ${leadIn}`] : []),
  ];
  return options.length ? `{${options.join(', ')}}` : '';
};

/**
 * Writes the chords that begin in a bar, in the shortest of the ways that read back the same:
 * shared, beat by beat, or with lengths written out, first what is held over from the bar before.
 */
export function writeBar(chords: readonly BarChord[], bar: BarFrame): string {
  const { length } = bar;
  const slots = slotsOf(bar);
  const name = (c: BarChord): string => c.symbol ?? 'N.C.';
  const shared = chords.map((c) => name(c) + optionsText(c, null));
  if (chords.length && chords[0]!.start === 0 && chords.length <= slots.length) {
    const same = readShares(wordsOf(shared.join(' ')), { ...bar, key: 'C' }).every(
      (c, i) => c.start === chords[i]!.start,
    );
    if (same) return shared.join(' ');
  }
  if (chords.every((c) => slots.includes(c.start))) {
    const written = slots.map(() => '/');
    chords.forEach((c, i) => (written[slots.indexOf(c.start)] = shared[i]!));
    return written.join(' ');
  }
  const lead = chords[0]!.start;
  return [
    ...(lead > 0 ? [HOLD + optionsText({ push: 0 }, lead)] : []),
    ...chords.map((c, i) => name(c) + optionsText(c, (chords[i + 1]?.start ?? length) - c.start)),
  ].join(' ');
}
