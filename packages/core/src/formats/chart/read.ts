import { createSong, emptySection } from '../../song/create';
import {
  LIMITS,
  tempoSchema,
  type Change,
  type ChordEvent,
  type FormEntry,
  type Section,
  type Song,
} from '../../song/schema';
import { DEFAULT_STYLE, STYLES, findStyle, styleOf } from '../../style';
import { keyText, parseKey } from '../../theory/key';
import { METRE_NAMES, barTicks, isMetre, type Metre } from '../../timeline/time';
import { readBar, type BarChord, type Word } from './bar';
import { ChartError } from './error';

/** What holds from a bar on while the chart is read from top to bottom. */
interface Running {
  key: string;
  metre: Metre;
  tempo: number;
}

interface ReadingSection {
  section: Section;
  length: number;
  /** Chords of the bar before, for `%`. */
  lastBar: readonly BarChord[] | null;
  line: number;
  repeats: number;
}

const HEADER = /^\s*([A-Za-z]+)\s*:\s*(.*?)\s*$/;
const HEADERS = ['title', 'key', 'time', 'tempo', 'style'];

/** Reads a header's value and checks it; the column given is where the value stands. */
function readKey(value: string, line: number, column: number): string {
  const key = parseKey(value);
  if (!key) throw new ChartError(line, column, `"${value}" is not a key. Write one like C, Eb or F#m.`);
  return keyText(key);
}

function readMetre(value: string, line: number, column: number): Metre {
  if (isMetre(value)) return value;
  const known = METRE_NAMES.join(', ');
  throw new ChartError(line, column, `The metre "${value}" is not known. Use one of ${known}.`);
}

function readTempo(value: string, line: number, column: number): number {
  const tempo = tempoSchema.safeParse(value.trim() === '' ? NaN : Number(value));
  if (tempo.success) return tempo.data;
  throw new ChartError(line, column, `"${value}" is not a tempo. Write beats a minute from 30 to 300.`);
}

function readStyle(value: string, line: number, column: number): string {
  const wanted = value.toLowerCase();
  const style = findStyle(wanted) ?? STYLES.find((s) => s.name.toLowerCase() === wanted);
  if (style) return style.id;
  const known = STYLES.map((s) => s.id).join(', ');
  throw new ChartError(line, column, `There is no style "${value}". Use one of ${known}.`);
}

/** Reads a whole chart line by line; see {@link readChart}. */
class ChartReader {
  private header: Partial<Song> = {};
  private running: Running | null = null;
  private sections: ReadingSection[] = [];
  private form: FormEntry[] = [];
  private current: ReadingSection | null = null;
  private chordCount = 0;

  read(text: string): Song {
    text.split(/\r\n|\r|\n/).forEach((raw, i) => this.line(raw, i + 1));
    this.close();
    if (!this.sections.some((s) => s.section.bars > 0)) {
      throw new ChartError(
        1,
        1,
        'This chart has no bars. Write chords between bar lines, like C | F | G | C.',
      );
    }
    return createSong({
      ...this.header,
      ...this.defaults(),
      sections: this.sections.map((s) => s.section),
      // [Name] x0 keeps a section that is not played.
      form: this.form.filter((entry) => entry.repeats > 0),
    });
  }

  /** The song's key, metre and tempo: the header's, or what a song starts with. */
  private defaults(): Running {
    const { key = 'C', metre = '4/4', tempo, style = DEFAULT_STYLE } = this.header;
    return { key, metre, tempo: tempo ?? styleOf(style).usualTempo };
  }

  private line(raw: string, line: number): void {
    if (raw.trim() === '') return;
    if (raw.trimStart().startsWith('[')) return this.heading(raw, line);
    const header = HEADER.exec(raw);
    if (header) return this.headerLine(header[1]!.toLowerCase(), header[2]!, raw, line);
    this.bars(raw, line);
  }

  private headerLine(name: string, value: string, raw: string, line: number): void {
    const column = raw.indexOf(':') + 2 + (/^\s*/.exec(raw.slice(raw.indexOf(':') + 1))?.[0].length ?? 0);
    if (!HEADERS.includes(name)) {
      const reason = `"${name}:" is not known. Use title:, key:, time:, tempo: or style:.`;
      throw new ChartError(line, raw.search(/\S/) + 1, reason);
    }
    const started = this.sections.length > 0;
    if (name === 'title' || name === 'style') {
      if (started) throw new ChartError(line, 1, `"${name}:" belongs at the top of the chart.`);
      if (name === 'style') this.header.style = readStyle(value, line, column);
      else this.header.title = this.title(value, line, column);
      return;
    }
    if (!started) {
      if (name === 'key') this.header.key = readKey(value, line, column);
      else if (name === 'time') this.header.metre = readMetre(value, line, column);
      else this.header.tempo = readTempo(value, line, column);
      return;
    }
    const running = this.running!;
    if (name === 'key') running.key = readKey(value, line, column);
    else if (name === 'time') running.metre = readMetre(value, line, column);
    else running.tempo = readTempo(value, line, column);
  }

  private title(value: string, line: number, column: number): string {
    if (value === '') throw new ChartError(line, column, 'The title is empty.');
    if (value.length > 80) throw new ChartError(line, column, 'A title has at most 80 characters.');
    return value;
  }

  private heading(raw: string, line: number): void {
    const at = raw.indexOf('[');
    const closed = raw.indexOf(']');
    if (closed < 0) {
      throw new ChartError(line, at + 1, 'This heading is not closed. Write it like [Verse].');
    }
    const name = raw.slice(at + 1, closed).trim();
    if (name === '') throw new ChartError(line, at + 1, 'This heading has no name. Write it like [Verse].');
    if (name.length > 80) throw new ChartError(line, at + 2, 'A name has at most 80 characters.');
    const rest = raw.slice(closed + 1).trim();
    const repeat = /^(?:[x×]\s*(\d{1,2}))?$/i.exec(rest);
    const repeats = repeat?.[1] === undefined ? 1 : Number(repeat[1]);
    if (!repeat || repeats > LIMITS.repeats) {
      const reason = `"${rest}" behind a heading is not understood. Write a number of repeats, x2 to x${LIMITS.repeats}.`;
      throw new ChartError(line, closed + 2, reason);
    }
    this.close();
    this.open(name, repeats, line);
  }

  private open(name: string, repeats: number, line: number): void {
    if (this.sections.length >= LIMITS.sections) {
      throw new ChartError(line, 1, `A song has at most ${LIMITS.sections} sections.`);
    }
    this.running ??= this.defaults();
    const section = emptySection(`s${this.sections.length + 1}`, name, 1);
    section.bars = 0;
    this.current = { section, length: 0, lastBar: null, line, repeats };
    this.sections.push(this.current);
  }

  /** Ends a section: one without bars plays an earlier one of its name again. */
  private close(): void {
    const done = this.current;
    if (!done) return;
    this.current = null;
    const { section, repeats, line } = done;
    if (section.bars === 0) {
      this.sections.pop();
      const earlier = this.sections.find((s) => s.section.name === section.name);
      if (!earlier) {
        throw new ChartError(
          line,
          1,
          `The section "${section.name}" has no bars, and none of that name came before.`,
        );
      }
      this.form.push({ section: earlier.section.id, repeats });
      return;
    }
    section.name = this.freeName(section);
    this.form.push({ section: section.id, repeats });
  }

  private freeName(section: Section): string {
    const taken = new Set(this.sections.filter((s) => s.section !== section).map((s) => s.section.name));
    let name = section.name;
    for (let n = 2; taken.has(name); n++) name = `${section.name} ${n}`;
    return name;
  }

  private bars(raw: string, line: number): void {
    if (!this.current) this.open('Verse', 1, line);
    const words = wordsOf(raw, line);
    let bar: Word[] = [];
    let seenLine = false;
    for (const word of words) {
      if (word.text !== '|') {
        bar.push(word);
        continue;
      }
      if (bar.length) this.bar(bar);
      else if (seenLine) {
        throw new ChartError(
          line,
          word.column,
          'This bar is empty. Write % to repeat the bar before or N.C. to rest.',
        );
      }
      bar = [];
      seenLine = true;
    }
    if (bar.length) this.bar(bar);
  }

  private bar(words: readonly Word[]): void {
    const reading = this.current!;
    const { section } = reading;
    const running = this.running!;
    const first = words[0]!;
    if (section.bars >= LIMITS.barsPerSection) {
      throw new ChartError(first.line, first.column, `A section has at most ${LIMITS.barsPerSection} bars.`);
    }
    this.noteChange(section, running);
    const length = barTicks(running.metre);
    const chords = this.barChords(words, reading, length, running.key);
    const list = section.drafts[0]!.chords;
    if (!chords.length || chords[0]!.start > 0) {
      const held = list[list.length - 1];
      if (!held) throw new ChartError(first.line, first.column, 'There is no chord before this bar to hold.');
      held.length += chords[0]?.start ?? length;
    }
    for (const chord of chords) list.push(this.event(chord, reading.length, list.length, first));
    section.bars += 1;
    reading.length += length;
    reading.lastBar = chords.length ? chords : reading.lastBar;
  }

  private barChords(
    words: readonly Word[],
    reading: ReadingSection,
    length: number,
    key: string,
  ): readonly BarChord[] {
    if (words.length !== 1 || words[0]!.text !== '%') return readBar(words, length, key);
    const { line, column } = words[0]!;
    if (!reading.lastBar) throw new ChartError(line, column, 'There is no bar before this one to repeat.');
    const last = reading.lastBar[reading.lastBar.length - 1]!;
    if (last.start + last.length !== length) {
      throw new ChartError(line, column, 'The bar before has another metre; write its chords out.');
    }
    return reading.lastBar;
  }

  private event(chord: BarChord, barStart: number, index: number, word: Word): ChordEvent {
    if (++this.chordCount > LIMITS.chordsPerDraft) {
      throw new ChartError(word.line, word.column, `A chart has at most ${LIMITS.chordsPerDraft} chords.`);
    }
    const { symbol, length, push } = chord;
    const event: ChordEvent = { id: `c${index + 1}`, start: barStart + chord.start, length, symbol };
    return push ? { ...event, push } : event;
  }

  /** Writes down what changed against the bar before, or at bar 0 against the song. */
  private noteChange(section: Section, running: Running): void {
    const before = this.holdsBefore(section);
    const change: Change = { bar: section.bars };
    if (running.key !== before.key) change.key = running.key;
    if (running.metre !== before.metre) change.metre = running.metre;
    if (running.tempo !== before.tempo) change.tempo = running.tempo;
    if (Object.keys(change).length > 1) section.changes.push(change);
  }

  private holdsBefore(section: Section): Running {
    return section.changes.reduce<Running>(
      (held, { key, metre, tempo }) => ({
        key: key ?? held.key,
        metre: metre ?? held.metre,
        tempo: tempo ?? held.tempo,
      }),
      this.defaults(),
    );
  }
}

/** Words and bar lines of a line; braces keep their spaces. */
function wordsOf(raw: string, line: number): Word[] {
  const words: Word[] = [];
  const pattern = /\||(?:[^\s|{]|\{[^}|]*\}?)+/g;
  for (let m = pattern.exec(raw); m; m = pattern.exec(raw)) {
    words.push({ text: m[0], line, column: m.index + 1 });
  }
  return words;
}

/** True where a text is too large to be a chart; the sentence says how large. */
export function tooLarge(text: string): string | null {
  if (text.length <= LIMITS.chartBytes) return null;
  const size =
    text.length >= 1e6 ? `${(text.length / 1e6).toFixed(1)} MB` : `${Math.round(text.length / 1000)} kB`;
  return `This chart is ${size} long; at most ${LIMITS.chartBytes / 1000} kB can be read.`;
}

/**
 * Reads chart text into a song with a full band.
 * @throws ChartError with line and column, at the first thing that cannot be read.
 */
export function readChart(text: string): Song {
  const large = tooLarge(text);
  if (large) throw new ChartError(1, 1, large);
  return new ChartReader().read(text);
}
