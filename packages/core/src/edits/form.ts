import type { Draft } from 'immer';
import type { Section, Song } from '../song/schema';
import { barTicks } from '../timeline/time';
import { LIMITS } from '../song/schema';
import { edit, type Edit } from './apply';

/** The first id of a prefix that is not taken: s1, s2, … */
export function freeId(prefix: string, taken: readonly string[]): string {
  let n = taken.length + 1;
  while (taken.includes(`${prefix}${n}`)) n++;
  return `${prefix}${n}`;
}

const freeSectionId = (song: Draft<Song>): string =>
  freeId(
    's',
    song.sections.map((s) => s.id),
  );

/** A name no other section has: "Verse" becomes "Verse 2". */
export function freeSectionName(song: Pick<Song, 'sections'>, wanted: string): string {
  const taken = new Set(song.sections.map((s) => s.name));
  const stem = wanted.replace(/ \d+$/, '');
  let name = wanted;
  for (let n = 2; taken.has(name); n++) name = `${stem} ${n}`;
  return name;
}

export const renameSection = (id: string, name: string): Edit =>
  edit('rename a section', (song) => {
    const section = song.sections.find((s) => s.id === id);
    if (section && name.trim()) section.name = name.trim();
  });

/** Doubles a section: an independent copy with its chords, settings and cues, played right after it. */
export const doubleSection = (id: string): Edit =>
  edit('double a section', (song) => {
    const at = song.sections.findIndex((s) => s.id === id);
    const original = song.sections[at];
    if (!original || song.sections.length >= LIMITS.sections) return;
    const copy = JSON.parse(JSON.stringify(original)) as Section;
    copy.id = freeSectionId(song);
    copy.name = freeSectionName(song, original.name);
    song.sections.splice(at + 1, 0, copy);
    const inForm = song.form.map((e) => e.section).lastIndexOf(id);
    song.form.splice(inForm + 1, 0, { section: copy.id, repeats: 1 });
  });

/** A new section of four bars on the key's own chord, at the end of the form. */
export const addSection = (name: string, symbol: string): Edit =>
  edit('add a section', (song) => {
    if (song.sections.length >= LIMITS.sections) return;
    const id = freeSectionId(song);
    const bar = barTicks(song.metre);
    song.sections.push({
      id,
      name: freeSectionName(song, name),
      bars: 4,
      changes: [],
      drafts: [{ id: 'd1', name: 'First', chords: [{ id: 'c1', start: 0, length: 4 * bar, symbol }] }],
      draft: 'd1',
      settings: {},
      cues: [],
    });
    song.form.push({ section: id, repeats: 1 });
  });

/** Removes a section and every place it has in the form; the last section stays. */
export const removeSection = (id: string): Edit =>
  edit('remove a section', (song) => {
    if (song.sections.length < 2) return;
    song.sections = song.sections.filter((s) => s.id !== id);
    song.form = song.form.filter((e) => e.section !== id);
  });

/** Moves an entry of the form earlier (−1) or later (1). */
export const moveEntry = (index: number, by: -1 | 1): Edit =>
  edit('change the form', (song) => {
    const entry = song.form[index];
    const other = song.form[index + by];
    if (!entry || !other) return;
    song.form[index] = other;
    song.form[index + by] = entry;
  });

export const setRepeats = (index: number, repeats: number): Edit =>
  edit('change the repeats', (song) => {
    const entry = song.form[index];
    if (entry) entry.repeats = Math.max(1, Math.min(LIMITS.repeats, repeats));
  });

export const removeEntry = (index: number): Edit =>
  edit('change the form', (song) => {
    if (song.form.length > 1) song.form.splice(index, 1);
  });

/** Plays a section once more at the end. */
export const playAgain = (sectionId: string): Edit =>
  edit('change the form', (song) => {
    if (song.form.length < LIMITS.formEntries) song.form.push({ section: sectionId, repeats: 1 });
  });
