import { bandOf, styleOf, type Repertoire } from '../../band/repertoire';
import { createSong, emptySection } from '../../song/create';
import { LIMITS } from '../../song/limits';
import { freeName } from '../../song/names';
import { isOneLine } from '../../song/text';
import { slugSchema } from '../../song/fields';
import type { ChordEvent, FormEntry, Section, Song } from '../../song/schema';
import { inBeats, inQuarters, metreOf } from '../../time/metre';
import { noteChange, settle, writtenInQuarters, type HeldInSection, type ReadingState } from './held';
import { readBar, type BarChord, type BarFrame } from './bar';
import { barFrame } from './barFrame';
import { ChartError, type ChartErrorCode } from './error';
import { readKey, readMetre, readTempo, type WrittenTempo } from './headers';
import { readLine, type Word } from './line';
import { checkText } from './text';

/** What a chart without a line for it takes over from the song it is put into. */
export type ChartBase = Pick<Song, 'title' | 'key' | 'metre' | 'tempo' | 'style'>;

interface ReadingSection extends HeldInSection {
  length: number;
  /** Chords of the bar before, for `%`. */
  lastBar: readonly BarChord[] | null;
  /** Bars since a repeat began (or the section), with what held in them. */
  repeated: { readonly words: readonly Word[]; readonly held: ReadingState }[];
  line: number;
  repeats: number;
}

const HEADER = /^([A-Za-z]+)\s*:(?![|‖])(.*)$/u;
const HEADERS = ['title', 'key', 'time', 'tempo', 'style'];

const linesOf = (text: string): string[] => text.split(/\r\n|\r|\n/);

/** What is wrong only because a line before it did not read. */
const FOLLOWS: ReadonlySet<ChartErrorCode> = new Set([
  'nothing-to-hold',
  'nothing-to-repeat',
  'section-without-bars',
  'chart-without-bars',
]);

/** So many are told at once. */
const MOST_PROBLEMS = 20;

/** Reads a whole chart line by line; see {@link readChart}. */
class ChartReader {
  private header: Partial<Omit<Song, 'tempo'>> = {};
  private tempo: WrittenTempo | null = null;
  private running: ReadingState | null = null;
  private sections: ReadingSection[] = [];
  private form: FormEntry[] = [];
  private current: ReadingSection | null = null;
  /** Bars of the form so far. */
  private played = 0;

  constructor(
    private readonly repertoire: Repertoire,
    private readonly base: ChartBase | null,
  ) {}

  read(text: string): Song {
    linesOf(text).forEach((raw, i) => this.line(raw, i + 1));
    return this.song();
  }

  /** Reads line by line, and on behind what does not read. */
  problems(text: string): ChartError[] {
    const found: ChartError[] = [];
    const attempt = (act: () => unknown): void => {
      try {
        act();
      } catch (error) {
        if (!(error instanceof ChartError)) throw error;
        if (!found.length || !FOLLOWS.has(error.code)) found.push(error);
      }
    };
    for (const [i, raw] of linesOf(text).entries()) {
      attempt(() => this.line(raw, i + 1));
      if (found.length >= MOST_PROBLEMS) return found;
    }
    attempt(() => this.song());
    return found;
  }

  private song(): Song {
    this.close();
    if (!this.sections.some((s) => s.section.bars > 0)) {
      throw new ChartError(
        'chart-without-bars',
        1,
        1,
        'This chart has no bars. Write chords between bar lines, like C | F | G | C.',
      );
    }
    const { kinds } = this.repertoire;
    const { key, metre, tempo, style } = this.defaults();
    return createSong({
      ...this.base,
      ...this.header,
      key,
      metre,
      tempo,
      style,
      parts: bandOf(styleOf({ style }, this.repertoire), kinds),
      sections: this.sections.map((s) => s.section),
      form: this.form,
    });
  }

  /** The song's key, metre, tempo (in the metre's beats) and style: the header's, or what a song starts with. */
  private defaults() {
    const usual = this.repertoire.styles.standIn.id;
    const { key = 'C', metre = '4/4', style = usual, ...base } = { ...this.base, ...this.header };
    const written = this.tempo && inBeats(writtenInQuarters(this.tempo, metre), metreOf(metre));
    const tempo = written ?? base.tempo ?? styleOf({ style }, this.repertoire).usualTempo;
    return { key, metre, tempo, style };
  }

  /** What holds where nothing in the chart has changed it. */
  private beginning(): Omit<ReadingState, 'written'> {
    const { key, metre, tempo } = this.defaults();
    return { key, metre, tempo: inQuarters(tempo, metreOf(metre)) };
  }

  private line(raw: string, line: number): void {
    if (raw.trim() === '') return;
    if (raw.trimStart().startsWith('[')) return this.heading(raw, line);
    const header = HEADER.exec(raw.trim());
    if (header) return this.headerLine(header[1]!.toLowerCase(), header[2]!.trim(), raw, line);
    this.bars(raw, line);
  }

  private headerLine(name: string, value: string, raw: string, line: number): void {
    const column = raw.indexOf(':') + 2 + (/^\s*/.exec(raw.slice(raw.indexOf(':') + 1))?.[0].length ?? 0);
    if (!HEADERS.includes(name)) {
      const reason = `"${name}:" is not known. Use title:, key:, time:, tempo: or style:.`;
      throw new ChartError('header-unknown', line, raw.search(/\S/) + 1, reason);
    }
    const started = this.sections.length > 0;
    if (name === 'title' || name === 'style') {
      if (started)
        throw new ChartError('header-misplaced', line, 1, `"${name}:" belongs at the top of the chart.`);
      if (name === 'style') this.header.style = this.style(value, line, column);
      else this.header.title = this.title(value, line, column);
      return;
    }
    if (!started) {
      if (name === 'key') this.header.key = readKey(value, line, column);
      else if (name === 'time') this.header.metre = readMetre(value, line, column);
      else this.tempo = readTempo(value, line, column, true);
      return;
    }
    const running = this.running!;
    if (name === 'key') running.key = readKey(value, line, column);
    else if (name === 'time') running.metre = readMetre(value, line, column);
    else running.written = readTempo(value, line, column, false);
  }

  /** A style by id or name. One that is not at hand is kept by its id; the band says who plays instead. */
  private style(value: string, line: number, column: number): string {
    const wanted = value.toLowerCase();
    const { all } = this.repertoire.styles;
    const style = all.find((s) => s.id === wanted) ?? all.find((s) => s.name.toLowerCase() === wanted);
    if (style) return style.id;
    if (slugSchema.min(1).safeParse(value).success) return value;
    const known = all.map((s) => s.id).join(', ');
    throw new ChartError('style-unknown', line, column, `There is no style "${value}". Use one of ${known}.`);
  }

  private title(value: string, line: number, column: number): string {
    if (value === '') throw new ChartError('name-empty', line, column, 'The title is empty.');
    if (value.length > LIMITS.nameLength) {
      throw new ChartError(
        'name-too-long',
        line,
        column,
        `A title has at most ${LIMITS.nameLength} characters.`,
      );
    }
    if (!isOneLine(value))
      throw new ChartError('name-unreadable', line, column, 'The title holds a character that is none.');
    return value;
  }

  private heading(raw: string, line: number): void {
    const at = raw.indexOf('[');
    // A name may hold brackets itself.
    const closed = raw.lastIndexOf(']');
    if (closed < at)
      throw new ChartError(
        'heading-open',
        line,
        at + 1,
        'This heading is not closed. Write it like [Verse].',
      );
    const name = raw.slice(at + 1, closed).trim();
    const rest = raw.slice(closed + 1).trim();
    if (name === '')
      throw new ChartError('name-empty', line, at + 1, 'This heading has no name. Write it like [Verse].');
    if (name.length > LIMITS.nameLength) {
      throw new ChartError(
        'name-too-long',
        line,
        at + 2,
        `A name has at most ${LIMITS.nameLength} characters.`,
      );
    }
    if (!isOneLine(name))
      throw new ChartError('name-unreadable', line, at + 2, 'The name holds a character that is none.');
    const repeat = /^(?:[x×]\s*(\d{1,2}))?$/i.exec(rest);
    const repeats = repeat?.[1] === undefined ? 1 : Number(repeat[1]);
    if (!repeat || repeats > LIMITS.repeats) {
      const reason = `"${rest}" behind a heading is not understood. Write a number of repeats, x2 to x${LIMITS.repeats}.`;
      throw new ChartError('repeats-unreadable', line, closed + 2, reason);
    }
    this.close();
    this.open(name, repeats, line);
  }

  private open(name: string, repeats: number, line: number): void {
    this.running ??= { ...this.beginning(), written: null };
    const section = emptySection(`s${this.sections.length + 1}`, name, 1);
    section.bars = 0;
    this.current = {
      section,
      length: 0,
      held: this.beginning(),
      rampEnd: 0,
      lastBar: null,
      repeated: [],
      line,
      repeats,
    };
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
        const reason = `The section "${section.name}" has no bars, and none of that name came before.`;
        throw new ChartError('section-without-bars', line, 1, reason);
      }
      this.place(earlier.section, repeats, line);
      return;
    }
    const others = this.sections.filter((s) => s.section !== section).map((s) => s.section.name);
    section.name = freeName(others, section.name);
    this.place(section, repeats, line);
  }

  /** Puts a section into the form; x0 keeps one that is not played. */
  private place(section: Section, repeats: number, line: number): void {
    if (repeats === 0) return;
    if (this.form.length >= LIMITS.formEntries) {
      throw new ChartError('form-too-long', line, 1, `The form has at most ${LIMITS.formEntries} places.`);
    }
    this.played += section.bars * repeats;
    if (this.played > LIMITS.playedBars) {
      const reason = `Up to here the form plays out to ${this.played} bars; a song has ${LIMITS.playedBars} at most. Lower the repeats.`;
      throw new ChartError('song-too-long', line, 1, reason);
    }
    this.form.push({ id: `e${this.form.length + 1}`, section: section.id, repeats });
  }

  private bars(raw: string, line: number): void {
    if (!this.current) this.open('Verse', 1, line);
    const reading = this.current!;
    for (const { words, opens, closes } of readLine(raw, line)) {
      if (opens) reading.repeated = [];
      if (words.length) {
        reading.repeated.push({ words, held: { ...this.running! } });
        this.bar(words, this.running!);
        settle(this.running!);
      }
      if (!closes) continue;
      for (const again of reading.repeated) this.bar(again.words, again.held);
      reading.repeated = [];
    }
  }

  private bar(words: readonly Word[], held: ReadingState): void {
    const reading = this.current!;
    const { section } = reading;
    const first = words[0]!;
    if (this.sections.length > LIMITS.sections) {
      throw new ChartError(
        'sections-too-many',
        reading.line,
        1,
        `A song has at most ${LIMITS.sections} sections.`,
      );
    }
    if (section.bars >= LIMITS.barsPerSection) {
      throw new ChartError(
        'section-too-long',
        first.line,
        first.column,
        `A section has at most ${LIMITS.barsPerSection} bars.`,
      );
    }
    noteChange(reading, held);
    const { frame, left } = barFrame(words, held, section.bars === 0);
    const { length } = frame;
    if (length < metreOf(held.metre).length) section.ownLengths.push({ bar: section.bars, length });
    const chords = this.barChords(left, reading, frame);
    const list = section.drafts[0]!.chords;
    if (!chords.length || chords[0]!.start > 0) {
      const before = list[list.length - 1];
      if (!before)
        throw new ChartError(
          'nothing-to-hold',
          first.line,
          first.column,
          'There is no chord before this bar to hold.',
        );
      before.length += chords[0]?.start ?? length;
    }
    for (const chord of chords) list.push(this.event(chord, reading.length, list.length, first));
    section.bars += 1;
    reading.length += length;
    reading.lastBar = chords.length ? chords : reading.lastBar;
  }

  private barChords(words: readonly Word[], reading: ReadingSection, frame: BarFrame): readonly BarChord[] {
    if (words.length !== 1 || words[0]!.text !== '%') return readBar(words, frame);
    const { line, column } = words[0]!;
    if (!reading.lastBar)
      throw new ChartError('nothing-to-repeat', line, column, 'There is no bar before this one to repeat.');
    const last = reading.lastBar[reading.lastBar.length - 1]!;
    if (last.start + last.length !== frame.length) {
      throw new ChartError(
        'nothing-to-repeat',
        line,
        column,
        'The bar before has another length; write its chords out.',
      );
    }
    return reading.lastBar;
  }

  private event(chord: BarChord, barStart: number, index: number, word: Word): ChordEvent {
    if (index >= LIMITS.chordsPerDraft) {
      throw new ChartError(
        'chords-too-many',
        word.line,
        word.column,
        `A section has at most ${LIMITS.chordsPerDraft} chords.`,
      );
    }
    const { symbol, length, push, leadIn } = chord;
    const event: ChordEvent = { id: `c${index + 1}`, start: barStart + chord.start, length, symbol };
    return { ...event, ...(push ? { anticipation: push } : {}), ...(leadIn && { leadIn }) };
  }
}

/**
 * Reads chart text into a song with the band of its style.
 * @param base what holds where the chart has no line for it; without it a song's usual beginnings.
 * @throws ChartError with line and column, at the first thing that cannot be read.
 */
export function readChart(text: string, repertoire: Repertoire, base: ChartBase | null = null): Song {
  checkText(text);
  return readerOf(repertoire, base).read(text);
}

/**
 * All that {@link readChart} would stop at, in order, twenty at most; empty where the chart reads. What is wrong only
 * because something before it did not read is left out.
 */
export function chartProblems(
  text: string,
  repertoire: Repertoire,
  base: ChartBase | null = null,
): readonly ChartError[] {
  try {
    checkText(text);
  } catch (error) {
    if (error instanceof ChartError) return [error];
    throw error;
  }
  return readerOf(repertoire, base).problems(text);
}

function readerOf(repertoire: Repertoire, base: ChartBase | null): ChartReader {
  if (!base) return new ChartReader(repertoire, null);
  const { title, key, metre, tempo, style } = base;
  return new ChartReader(repertoire, { title, key, metre, tempo, style });
}
