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
import { lineOf, metreIn, type Chords, type Field, type SheetLine } from './lines';

export interface SheetAsChart {
  /** The chart. */
  readonly text: string;
  readonly sections: number;
  readonly bars: number;
  /** What was left out or taken for granted, in sentences. */
  readonly told: readonly string[];
}

interface SheetSection {
  readonly name: string;
  readonly repeats: number;
  readonly bars: string[];
}

interface Sheet {
  readonly fields: Partial<Record<Field, string>>;
  readonly sections: SheetSection[];
  readonly capo: string | null;
  readonly words: number;
  readonly tablature: number;
  readonly aBarEach: boolean;
}

const UNNAMED = 'Verse';

function read(text: string): Sheet {
  const raw = text.split(/\r\n|\r|\n/);
  const beats = beatsOf(wholeBar(metreIn(raw), 'C')).length;
  const fields: Sheet['fields'] = {};
  const sections: SheetSection[] = [];
  let capo: string | null = null;
  let [words, tablature, aBarEach] = [0, 0, false];
  const take = (chords: Chords): void => {
    if (!sections.length) sections.push({ name: UNNAMED, repeats: 1, bars: [] });
    const { bars } = sections[sections.length - 1]!;
    for (const bar of chords.bars) bars.push(bar);
    aBarEach ||= chords.aBarEach;
    if (chords.hasWords) words++;
  };
  const line = (own: SheetLine, text: string): void => {
    if (own.is === 'chords') take(own);
    else if (own.is === 'field') fields[own.field] ??= own.value;
    else if (own.is === 'capo') capo = own.fret;
    else if (own.is === 'tablature') tablature++;
    else if (own.is === 'heading') {
      sections.push({ name: own.name, repeats: own.repeats, bars: [] });
      if (own.chords) take(own.chords);
    } else if (own.is === 'words') {
      // What stands above everything else is what the song is called.
      const isFirst = fields.title === undefined && !sections.length && !words;
      if (isFirst && !text.trim().startsWith('{')) fields.title = text.trim();
      else words++;
    }
  };
  for (const text of raw) line(lineOf(text, beats), text);
  return { fields, sections, capo, words, tablature, aBarEach };
}

/** "Verse 2" and "Verse B" are verses. */
const baseOf = (name: string): string => name.replace(/\s+(?:\d{1,2}|[A-Z]|[ivx]{1,4})$/i, '') || name;

interface Written {
  name: string;
  readonly base: string;
  readonly bars: readonly string[];
}

interface Place {
  readonly section: Written;
  readonly repeats: number;
}

/** Sections with their bars, each once, and the order they are played in; a heading without chords plays them again. */
function form(sheet: readonly SheetSection[]): { sections: Written[]; places: Place[]; lost: string[] } {
  const sections: Written[] = [];
  const places: Place[] = [];
  const lost: string[] = [];
  for (const { name, repeats, bars } of sheet) {
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
    } else lost.push(name);
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

function chartText(fields: Sheet['fields'], places: readonly Place[]): string {
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

function toldOf(
  { capo, words, tablature, aBarEach }: Sheet,
  guessed: string | null,
  lost: readonly string[],
): string[] {
  return [
    ...(aBarEach ? ['Where no bar lines are written, each chord is given a bar.'] : []),
    ...(guessed ? [`No key is written; by its chords it is in ${keyInWords(guessed)}.`] : []),
    ...(capo ? [`There is a capo at fret ${capo}: the chords stay as they are written.`] : []),
    ...(words ? [`Left out: ${counted(words, 'line')} of words.`] : []),
    ...(tablature ? [`Left out: ${counted(tablature, 'line')} of tablature.`] : []),
    ...lost.map((name) => `Left out: ${name}, which has no chords.`),
  ];
}

/** Characters of the longest sheet: some forty pages. It is read at each key. */
const MOST = 100_000;

/** A chord sheet as a chart; null where a text has no line of chords, or is too long to be one. */
export function chartOfSheet(text: string): SheetAsChart | null {
  if (text.length > MOST) return null;
  const sheet = read(text);
  const { sections, places, lost } = form(sheet.sections);
  if (!sections.length) return null;
  const guessed = sheet.fields.key === undefined ? guessedKey(sheet) : null;
  const fields = guessed ? { ...sheet.fields, key: guessed } : sheet.fields;
  return {
    text: chartText(fields, places),
    sections: sections.length,
    bars: sections.reduce((sum, { bars }) => sum + bars.length, 0),
    told: toldOf(sheet, guessed, lost),
  };
}
