/** Edits of bars: what is written in them, and how many there are. */
import type { Draft } from 'immer';
import { readBar, writeBar, type BarChord, type BarFrame } from '../formats/chart/bar';
import { ChartError } from '../formats/chart/error';
import { readLine, wordsOf, type Word } from '../formats/chart/line';
import { freeChordId, holdUntilNext } from '../song/hold';
import { LIMITS } from '../song/limits';
import type { ChordEvent, Section, Song } from '../song/schema';
import { barsLength, sectionBars, type Bar } from '../time/bars';
import { beatsOf } from '../time/beats';
import { chordsInUse } from '../song/inUse';
import { edit, type Edit } from './apply';
import { freeIds } from '../song/names';
import { mended } from './unread';
import {
  addBars,
  chordAt,
  cutToLength,
  draftIn,
  sectionIn,
  startsWithin,
  takeBars,
  chordsNow,
  putChords,
} from './within';

const startsIn = (chord: ChordEvent, bar: Bar): boolean =>
  startsWithin(chord, bar.start, bar.start + bar.length);

/** The chords of one bar as text, the way the chart writes them; a bar that only holds is `/ / / /`. */
export function barText(song: Song, section: Section, index: number): string {
  const bar = sectionBars(section, song)[index];
  if (!bar) return '';
  const end = bar.start + bar.length;
  const inBar = chordsInUse(section)
    .filter((c) => startsIn(c, bar))
    .map(({ start, length, symbol, anticipation: push = 0, leadIn }) => ({
      start: start - bar.start,
      length: Math.min(length, end - start),
      symbol,
      push,
      ...(leadIn && { leadIn }),
    }));
  return writeBar(inBar, bar);
}

const REST: Word[] = [{ text: 'N.C.', line: 1, column: 1 }];

/**
 * Reads a bar's text against a bar of the section. Throws ChartError where it does not read,
 * with the column; an empty text is a rest.
 */
export const readBarText = (text: string, bar: BarFrame): BarChord[] =>
  readBar(text.trim() === '' ? REST : wordsOf(text), bar);

/** The bars of a section from an index on, and past its end as many more like its last as are asked for. */
export function placesFrom(song: Song, section: Section, index: number): (nth: number) => BarFrame {
  const bars = sectionBars(section, song);
  return (nth) => bars[index + nth] ?? bars[bars.length - 1]!;
}

/**
 * Reads several bars between bar lines (or on lines), each against the metre and key of its own
 * place: a pasted line of a chart. `%` repeats the bar before, repeat signs what stands between them.
 * @throws ChartError
 */
export function readBarsText(text: string, placeOf: (nth: number) => BarFrame): BarChord[][] {
  const read: BarChord[][] = [];
  let written: (readonly Word[])[] = [];
  const add = (words: readonly Word[]): void => {
    const place = placeOf(read.length);
    const before = read[read.length - 1];
    const again = words.length === 1 && words[0]!.text === '%';
    if (again && !before) {
      throw new ChartError(
        'nothing-to-repeat',
        1,
        words[0]!.column,
        'There is no bar before this one to repeat.',
      );
    }
    if (read.length >= LIMITS.barsPerSection) {
      throw new ChartError(
        'section-too-long',
        1,
        words[0]!.column,
        `A section has at most ${LIMITS.barsPerSection} bars.`,
      );
    }
    read.push(again ? before! : readBar(words, place));
  };
  let at = 0;
  for (const line of text.split(/[\n\r]/)) {
    for (const { words, opens, closes } of readLine(line, 1, at)) {
      if (opens) written = [];
      if (words.length) {
        add(words);
        written.push(words);
      }
      if (!closes) continue;
      written.forEach(add);
      written = [];
    }
    at += line.length + 1;
  }
  if (!read.length)
    throw new ChartError('bar-empty', 1, 1, 'There is no bar here. Write chords between the bar lines.');
  return read;
}

/**
 * Writes other chords into a bar. What was set by hand stays with a chord that stays where it was.
 * @param remembered chords that stood there before typing began: one that is typed again is the same as it was.
 */
export const setBar = (
  sectionId: string,
  index: number,
  text: string,
  remembered: readonly ChordEvent[] = [],
): Edit =>
  edit(
    'change a bar',
    (song) => {
      const section = sectionIn(song, sectionId);
      const bar = section && sectionBars(section, song)[index];
      if (!section || !bar) return;
      writeInto(song, section, index, [readBarText(text, bar)], remembered);
      mended(section, bar.start);
    },
    `bar/${sectionId}/${index}`,
  );

/** Writes read bars over those of a section, from an index on. */
function writeInto(
  song: Draft<Song>,
  section: Draft<Section>,
  index: number,
  read: readonly (readonly BarChord[])[],
  remembered: readonly ChordEvent[] = [],
): void {
  const draft = draftIn(section);
  const bars = sectionBars(section, song);
  const before = chordsNow(draft);
  const last = bars[index + read.length - 1]!;
  const [from, to] = [bars[index]!.start, last.start + last.length];
  const there = before.filter((c) => startsWithin(c, from, to));
  const nextId = freeIds(
    'c',
    before.map((c) => c.id),
  );
  const fresh = read.flatMap((chords, i) =>
    chords.map(({ start, length, symbol, push, leadIn }): ChordEvent => {
      const at = bars[index + i]!.start + start;
      const isSame = (c: ChordEvent): boolean => c.start === at && c.symbol === symbol;
      const here = there.find(isSame);
      return {
        ...(here ?? remembered.find(isSame)),
        // Whatever it becomes, the chord that begins there is the same thing.
        id: here?.id ?? there.find((c) => c.start === at)?.id ?? nextId(),
        start: at,
        length,
        symbol,
        anticipation: push || undefined,
        leadIn,
      };
    }),
  );
  const others = before.filter((c) => !startsWithin(c, from, to));
  putChords(draft, holdUntilNext([...others, ...fresh], barsLength(bars)));
}

/** Writes bars of a pasted line over those from an index on; the section grows where they need more. */
export const setBars = (sectionId: string, index: number, text: string): Edit =>
  edit('paste a line', (song) => {
    const section = sectionIn(song, sectionId);
    const bar = section && sectionBars(section, song)[index];
    if (!section || !bar) return;
    const read = readBarsText(text, placesFrom(song, section, index));
    const missing = index + read.length - section.bars;
    if (missing > 0) addBars(section, song, section.bars, missing);
    if (read.length) writeInto(song, section, index, read);
    sectionBars(section, song)
      .slice(index, index + read.length)
      .forEach(({ start }) => mended(section, start));
  });

/** Adds a bar behind a bar; the chord before it is held through it. */
export const insertBar = (sectionId: string, after: number): Edit =>
  edit('add a bar', (song) => {
    const section = sectionIn(song, sectionId);
    if (!section || after >= section.bars) return;
    addBars(section, song, after + 1, 1);
  });

/** What is written where a section has no bar yet: the bar comes with it. */
export const inNewBar = (sectionId: string, written: Edit): Edit => ({
  ...written,
  joins: null,
  change: (song) => {
    const section = sectionIn(song, sectionId);
    if (section) addBars(section, song, section.bars, 1);
    written.change(song);
  },
});

/** Takes bars out; a chord held over from them begins in the bar that follows. The last bar stays. */
export const removeBars = (sectionId: string, from: number, to: number): Edit =>
  edit(from === to ? 'remove a bar' : 'remove bars', (song) => {
    const section = sectionIn(song, sectionId);
    if (section) takeBars(section, song, from, to - from + 1);
  });

/** Makes a section longer (its last chord is held) or shorter, in bars. */
export const setSectionLength = (sectionId: string, bars: number): Edit =>
  edit(
    'change the length of a section',
    (song) => {
      const section = sectionIn(song, sectionId);
      if (!section) return;
      const wanted = Math.max(1, Math.min(LIMITS.barsPerSection, Math.round(bars)));
      if (wanted > section.bars) addBars(section, song, section.bars, wanted - section.bars);
      else if (wanted < section.bars) cutToLength(section, song, wanted);
    },
    `length/${sectionId}`,
  );

/** Splits the longest chord of a bar in two, on a beat; the second half can then be another chord. */
export const splitBar = (sectionId: string, index: number): Edit =>
  edit('split a bar', (song) => {
    const section = sectionIn(song, sectionId);
    const bar = section && sectionBars(section, song)[index];
    if (!section || !bar) return;
    const draft = draftIn(section);
    const end = bar.start + bar.length;
    const starts = [bar.start, ...draft.chords.map((c) => c.start).filter((s) => s > bar.start && s < end)];
    const spans = starts.map((from, i) => ({ from, length: (starts[i + 1] ?? end) - from }));
    const longest = spans.reduce((a, b) => (b.length > a.length ? b : a));
    const middle = longest.from + longest.length / 2;
    const beats = beatsOf(bar).filter(
      (b) => b.start > longest.from && b.start < longest.from + longest.length,
    );
    const at = beats.find((b) => b.start >= middle)?.start ?? beats[beats.length - 1]?.start ?? middle;
    const held = chordAt(draft.chords, longest.from)?.chord;
    if (!held || at >= longest.from + longest.length || !Number.isInteger(at)) return;
    const half: ChordEvent = { ...held, id: freeChordId(draft.chords), start: at, anticipation: undefined };
    putChords(draft, holdUntilNext([...chordsNow(draft), half], barsLength(sectionBars(section, song))));
  });
