/**
 * Chord sheets: chords as people write them down who do not write charts. Chords over words or among them, headings
 * without brackets, dashes and arrows between chords, "x3" behind a line. A sheet is written as a chart, which the
 * writer sees before it is read, together with what was left out of it and what was taken for granted.
 */
import { LIMITS } from '../../song/limits';
import { counted } from '../../song/listed';
import { freeName } from '../../song/names';
import { tidyName } from '../../song/text';
import { tryParseChord } from '../../theory/chordGrammar';
import { keyText } from '../../theory/key';
import { likelyKey } from '../../theory/likelyKey';
import { keyInWords } from '../../theory/speech';
import { wholeBar } from '../../time/bars';
import { beatsOf } from '../../time/beats';
import { chordsWithin, lineOf, metreIn, type Chords, type Field, type SheetLine } from './lines';

/** A chord sheet written as a chart, with what was left out and taken for granted. */
export interface SheetAsChart {
  /** The chart. */
  readonly text: string;
  readonly sections: number;
  readonly bars: number;
  /** What was left out or taken for granted, in sentences. */
  readonly told: readonly string[];
  /** What was left out, line by line. */
  readonly left: readonly LeftLine[];
}

/** Something of a sheet that the chart does not have. */
export interface LeftLine {
  /** The line of the sheet, from 1. */
  readonly line: number;
  readonly text: string;
  readonly why: 'words' | 'tablature' | 'remark' | 'no chords';
  /** It holds something that reads as a chord: it comes in where the writer says that it is a line of chords. */
  readonly canBeTaken: boolean;
}

interface SheetSection {
  readonly name: string;
  readonly repeats: number;
  readonly bars: string[];
  /** The line of its heading, from 1. */
  readonly line: number;
}

interface Sheet {
  readonly fields: Partial<Record<Field, string>>;
  readonly sections: SheetSection[];
  readonly capo: string | null;
  readonly aBarEach: boolean;
  readonly byDegree: boolean;
  readonly left: readonly LeftLine[];
}

const UNNAMED = 'Verse';

/** Reads a sheet line by line. */
class SheetReader {
  private readonly fields: Partial<Record<Field, string>> = {};
  private readonly sections: SheetSection[] = [];
  private readonly left: LeftLine[] = [];
  private capo: string | null = null;
  private aBarEach = false;
  private byDegree = false;

  constructor(
    private readonly beats: number,
    private readonly taken: ReadonlySet<number>,
  ) {}

  sheet(): Sheet {
    const { fields, sections, left, capo, aBarEach, byDegree } = this;
    return { fields, sections, left, capo, aBarEach, byDegree };
  }

  line(text: string, number: number): void {
    const own = lineOf(text, this.beats);
    const forced = this.taken.has(number) && own.is === 'words' ? chordsWithin(text, this.beats) : null;
    this.take(forced ?? own, text.trim(), number);
  }

  private take(own: SheetLine, text: string, line: number): void {
    if (own.is === 'chords') this.chords(own, text, line);
    else if (own.is === 'field') this.fields[own.field] ??= own.value;
    else if (own.is === 'capo') this.capo = own.fret;
    else if (own.is === 'tablature') this.leave(line, text, 'tablature');
    else if (own.is === 'heading') {
      this.sections.push({ name: own.name, repeats: own.repeats, bars: [], line });
      if (own.chords) this.chords(own.chords, text, line);
    } else if (own.is === 'words') {
      // What stands above everything else is what the song is called.
      const isFirst = this.fields.title === undefined && !this.sections.length && !this.left.length;
      if (isFirst && !text.startsWith('{')) this.fields.title = text;
      else this.leave(line, text, 'words', chordsWithin(text, this.beats) !== null);
    }
  }

  private chords(chords: Chords, text: string, line: number): void {
    if (!this.sections.length) this.sections.push({ name: UNNAMED, repeats: 1, bars: [], line });
    const { bars } = this.sections[this.sections.length - 1]!;
    for (const bar of chords.bars) bars.push(bar);
    this.aBarEach ||= chords.aBarEach;
    this.byDegree ||= chords.byDegree;
    if (chords.hasWords) this.leave(line, text, 'words');
    for (const remark of chords.remarks) this.leave(line, remark, 'remark');
  }

  private leave(line: number, text: string, why: LeftLine['why'], canBeTaken = false): void {
    this.left.push({ line, text, why, canBeTaken });
  }
}

function read(text: string, taken: ReadonlySet<number>): Sheet {
  const raw = text.split(/\r\n|\r|\n/);
  const reader = new SheetReader(beatsOf(wholeBar(metreIn(raw), 'C')).length, taken);
  raw.forEach((line, i) => reader.line(line, i + 1));
  return reader.sheet();
}

/** "Verse 2" and "Verse B" are verses. */
const baseOf = (name: string): string => name.replace(/ (?:\d{1,2}|[A-Z]|[ivx]{1,4})$/i, '') || name;

interface Written {
  name: string;
  readonly base: string;
  readonly bars: readonly string[];
}

interface FormPosition {
  readonly section: Written;
  readonly repeats: number;
}

/** Sections with their bars, each once, and the order they are played in; a heading without chords plays them again. */
function form(sheet: readonly SheetSection[]): {
  sections: Written[];
  places: FormPosition[];
  lost: SheetSection[];
} {
  const sections: Written[] = [];
  const places: FormPosition[] = [];
  const lost: SheetSection[] = [];
  for (const heading of sheet) {
    const { name, repeats, bars } = heading;
    const base = baseOf(name);
    const alike = sections.filter((other) => other.base === base);
    const same = bars.length
      ? alike.find((other) => other.bars.join('|') === bars.join('|'))
      : (alike.find((other) => other.name === name) ?? alike[0]);
    if (same) {
      // Two verses with the same chords are the verse, twice.
      const taken = sections.filter((other) => other !== same).map((other) => other.name);
      if (same.name !== name) same.name = freeName(taken, base);
      places.push({ section: same, repeats });
    } else if (bars.length) {
      const taken = sections.map((other) => other.name);
      const own = { name: freeName(taken, name), base, bars };
      sections.push(own);
      places.push({ section: own, repeats });
    } else lost.push(heading);
  }
  return { sections, places, lost };
}

const ON_A_LINE = 4;

function linesOf(bars: readonly string[]): string[] {
  const rows = Array.from({ length: Math.ceil(bars.length / ON_A_LINE) }, (_, i) =>
    bars.slice(i * ON_A_LINE, (i + 1) * ON_A_LINE),
  );
  return rows.map((row) => `| ${row.join(' | ')} |`);
}

const FIELDS = ['title', 'key', 'time', 'tempo'] as const;

function chartText(fields: Sheet['fields'], places: readonly FormPosition[]): string {
  const title = tidyName(fields.title ?? '', LIMITS.nameLength);
  const values = { ...fields, title: title || undefined };
  const header = FIELDS.flatMap((field) => (values[field] ? [`${field}: ${values[field]}`] : []));
  const written = new Set<Written>();
  const blocks = places.map(({ section, repeats }) => {
    const heading = `[${section.name}]${repeats > 1 ? ` x${repeats}` : ''}`;
    if (written.has(section)) return heading;
    written.add(section);
    return [heading, ...linesOf(section.bars)].join('\n');
  });
  return [header.join('\n'), ...blocks].filter((block) => block !== '').join('\n\n') + '\n';
}

/** The key its chords are likeliest in, where none is written. */
function guessedKey({ sections }: Sheet): string | null {
  const symbols = sections.flatMap(({ bars }) => bars.flatMap((bar) => bar.split(' ')));
  const key = likelyKey(symbols.flatMap((symbol) => tryParseChord(symbol) ?? []));
  return key && keyText(key);
}

const IN_WORDS: readonly (readonly [LeftLine['why'], (count: number) => string])[] = [
  ['words', (count) => `${counted(count, 'line')} of words`],
  ['tablature', (count) => `${counted(count, 'line')} of tablature`],
  ['remark', (count) => counted(count, 'remark')],
];

function toldOf(
  { capo, aBarEach, byDegree, fields }: Sheet,
  left: readonly LeftLine[],
  guessed: string | null,
): string[] {
  const leftOut = IN_WORDS.flatMap(([why, words]) => {
    const count = left.filter((line) => line.why === why).length;
    return count ? [`Left out: ${words(count)}.`] : [];
  });
  const lost = left.filter(({ why }) => why === 'no chords');
  return [
    ...(aBarEach ? ['Where no bar lines are written, each chord is given a bar.'] : []),
    ...(guessed ? [`No key is written; by its chords it is in ${keyInWords(guessed)}.`] : []),
    ...(byDegree && !guessed && fields.key === undefined
      ? ['Chords are written by degree and no key is: they are in C major.']
      : []),
    ...(capo ? [`There is a capo at fret ${capo}: the chords stay as they are written.`] : []),
    ...leftOut,
    ...lost.map(({ text }) => `Left out: ${text}, which has no chords.`),
  ];
}

/** Characters of the longest sheet: some forty pages. It is read at each key. */
const MOST = 100_000;

const NONE: ReadonlySet<number> = new Set();

/**
 * A chord sheet as a chart; null where a text has no line of chords, or is too long to be one.
 * @param taken lines, from 1, that were left out and of which the writer says that they are chords.
 */
export function chartOfSheet(text: string, taken: ReadonlySet<number> = NONE): SheetAsChart | null {
  if (text.length > MOST) return null;
  const sheet = read(text, taken);
  const { sections, places, lost } = form(sheet.sections);
  if (!sections.length) return null;
  const guessed = sheet.fields.key === undefined ? guessedKey(sheet) : null;
  const fields = guessed ? { ...sheet.fields, key: guessed } : sheet.fields;
  const headings = lost.map(({ line, name }): LeftLine => ({
    line,
    text: name,
    why: 'no chords',
    canBeTaken: false,
  }));
  const left = [...sheet.left, ...headings].sort((a, b) => a.line - b.line);
  return {
    text: chartText(fields, places),
    sections: sections.length,
    bars: sections.reduce((sum, { bars }) => sum + bars.length, 0),
    told: toldOf(sheet, left, guessed),
    left,
  };
}
