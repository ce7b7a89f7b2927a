import type { Draft } from 'immer';
import { readBar, writeBar, type Word } from '../formats/chart/bar';
import type { ChordEvent, Section, Song } from '../song/schema';
import { LIMITS } from '../song/schema';
import { barsLength, sectionBars, type Bar } from '../timeline/bars';
import { chordsInUse } from '../timeline/passes';
import { edit, type Edit } from './apply';
import { freeId } from './form';

const sectionIn = (song: Draft<Song>, id: string): Draft<Section> | undefined =>
  song.sections.find((s) => s.id === id);

const draftIn = (section: Draft<Section>) =>
  section.drafts.find((d) => d.id === section.draft) ?? section.drafts[0]!;

/** Each chord holds until the next one, the last until the section ends. */
function holdUntilNext(chords: ChordEvent[], end: number): ChordEvent[] {
  const sorted = chords.filter((c) => c.start < end).sort((a, b) => a.start - b.start);
  return sorted.map((chord, i) => ({ ...chord, length: (sorted[i + 1]?.start ?? end) - chord.start }));
}

const startsIn = (chord: ChordEvent, bar: Bar): boolean =>
  chord.start >= bar.start && chord.start < bar.start + bar.length;

/** The chords of one bar as text, the way the chart writes them; a bar that only holds is `/ / / /`. */
export function barText(song: Song, section: Section, index: number): string {
  const bar = sectionBars(section, song)[index];
  if (!bar) return '';
  const end = bar.start + bar.length;
  const inBar = chordsInUse(section)
    .filter((c) => startsIn(c, bar))
    .map(({ start, length, symbol, push = 0 }) => ({
      start: start - bar.start,
      length: Math.min(length, end - start),
      symbol,
      push,
    }));
  return writeBar(inBar, bar.length);
}

const wordsOf = (text: string): Word[] =>
  [...text.matchAll(/(?:[^\s|{]|\{[^}|]*\}?)+/g)].map((m) => ({ text: m[0], line: 1, column: m.index + 1 }));

/**
 * Reads a bar's text against a bar of the section. Throws ChartError where it does not read,
 * with the column; an empty text is a rest.
 */
export const readBarText = (text: string, bar: Bar) =>
  readBar(text.trim() === '' ? [{ text: 'N.C.', line: 1, column: 1 }] : wordsOf(text), bar.length);

/** Writes other chords into a bar. What was set by hand stays with a chord that stays where it was. */
export const setBar = (sectionId: string, index: number, text: string): Edit =>
  edit('change a bar', (song) => writeBarInto(song, sectionId, index, text), `bar/${sectionId}/${index}`);

function writeBarInto(song: Draft<Song>, sectionId: string, index: number, text: string): void {
  const section = sectionIn(song, sectionId);
  const bars = section && sectionBars(section, song);
  const bar = bars?.[index];
  if (!section || !bars || !bar) return;
  const read = readBarText(text, bar);
  const draft = draftIn(section);
  const taken = draft.chords.map((c) => c.id);
  const written = read.map(({ start, length, symbol, push }): ChordEvent => {
    const at = bar.start + start;
    const same = draft.chords.find((c) => c.start === at && c.symbol === symbol);
    const id = same?.id ?? freeId('c', taken);
    if (!same) taken.push(id);
    return { ...same, id, start: at, length, symbol, push: push || undefined };
  });
  const others = draft.chords.filter((c) => !startsIn(c, bar));
  if (!others.some((c) => c.start === 0) && !written.some((c) => c.start === 0) && index === 0) {
    written.unshift({ id: freeId('c', taken), start: 0, length: 1, symbol: null });
  }
  draft.chords = holdUntilNext([...others, ...written], barsLength(bars));
}

/** Moves what stands on bars from an index on, after a bar came in (1) or went (−1). */
function shiftBars(section: Draft<Section>, from: number, by: 1 | -1): void {
  for (const change of section.changes) if (change.bar >= from) change.bar = Math.max(0, change.bar + by);
  for (const cue of section.cues) if (cue.bar >= from) cue.bar = Math.max(0, cue.bar + by);
}

/** Adds a bar behind a bar; the chord before it is held through it. */
export const insertBar = (sectionId: string, after: number): Edit =>
  edit('add a bar', (song) => {
    const section = sectionIn(song, sectionId);
    const bar = section && sectionBars(section, song)[after];
    if (!section || !bar || section.bars >= LIMITS.barsPerSection) return;
    for (const draft of section.drafts) {
      for (const chord of draft.chords) if (chord.start >= bar.start + bar.length) chord.start += bar.length;
    }
    section.bars += 1;
    shiftBars(section, after + 1, 1);
    const end = barsLength(sectionBars(section, song));
    for (const draft of section.drafts) draft.chords = holdUntilNext(draft.chords, end);
  });

/** Takes a bar out; a chord held over from it begins in the bar that follows. The last bar stays. */
export const removeBar = (sectionId: string, index: number): Edit =>
  edit('remove a bar', (song) => {
    const section = sectionIn(song, sectionId);
    const bar = section && sectionBars(section, song)[index];
    if (!section || !bar || section.bars < 2) return;
    const end = bar.start + bar.length;
    for (const draft of section.drafts) {
      const held = draft.chords.find((c) => startsIn(c, bar) && c.start + c.length > end);
      draft.chords = draft.chords
        .filter((c) => !startsIn(c, bar))
        .map((c) => (c.start >= end ? { ...c, start: c.start - bar.length } : c));
      if (held) draft.chords.push({ ...held, start: bar.start });
    }
    section.bars -= 1;
    shiftBars(section, index + 1, -1);
    const length = barsLength(sectionBars(section, song));
    for (const draft of section.drafts) draft.chords = holdUntilNext(draft.chords, length);
  });

/** A section of the song as written, with what a chart cannot say taken over from the one of its name. */
function merged(written: Section, before: Section | undefined): Section {
  if (!before) return written;
  const old = chordsInUse(before);
  const chords = chordsInUse(written).map((chord) => {
    const same = old.find((c) => c.start === chord.start && c.symbol === chord.symbol);
    return same ? { ...same, length: chord.length, push: chord.push } : chord;
  });
  const taken = new Set<string>();
  const unique = chords.map(({ push, ...chord }) => {
    const id = taken.has(chord.id) ? freeId('c', [...taken, ...chords.map((c) => c.id)]) : chord.id;
    taken.add(id);
    return { ...chord, id, ...(push ? { push } : {}) };
  });
  return {
    ...before,
    bars: written.bars,
    changes: written.changes,
    drafts: before.drafts.map((d) => (d.id === before.draft ? { ...d, chords: unique } : d)),
    cues: before.cues.filter((cue) => cue.bar < written.bars),
  };
}

/**
 * Takes a chart read from text into the song: sections keep their settings, cues and other
 * drafts by name; parts, groove, seed and mix stay.
 */
export const takeChart = (written: Song): Edit =>
  edit('rewrite the chart', (song) => {
    const before = new Map(song.sections.map((s) => [s.name, JSON.parse(JSON.stringify(s)) as Section]));
    const ids = new Map<string, string>();
    const taken: string[] = song.sections.map((s) => s.id);
    const sections = written.sections.map((section) => {
      const next = merged(section, before.get(section.name));
      const known = before.has(section.name);
      const id = known ? next.id : freeId('s', taken);
      if (!known) taken.push(id);
      ids.set(section.id, id);
      return { ...next, id };
    });
    const passes = new Map(song.form.map((e) => [`${e.section}`, e.passes]));
    song.sections = sections;
    song.form = written.form.map(({ section, repeats }) => {
      const id = ids.get(section)!;
      const kept = passes.get(id);
      return { section: id, repeats, ...(kept ? { passes: kept } : {}) };
    });
    Object.assign(song, {
      title: written.title,
      key: written.key,
      metre: written.metre,
      tempo: written.tempo,
      style: written.style,
    });
  });
