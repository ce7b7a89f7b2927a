import type { Draft } from 'immer';
import { LIMITS } from '../song/limits';
import { freeId, freeName } from '../song/names';
import type { FormEntry, Section, Song } from '../song/schema';
import { tidyName } from '../song/text';
import { metreOf } from '../time/metre';
import { edit, type Edit } from './apply';
import { copyOf } from './within';

/** An id that no section has. */
export const freeSectionId = (song: Draft<Song>): string =>
  freeId(
    's',
    song.sections.map((s) => s.id),
  );

/** A place of the form for a section, played once. */
export const entryFor = (song: Draft<Song>, section: string): FormEntry => ({
  id: freeId(
    'e',
    song.form.map((e) => e.id),
  ),
  section,
  repeats: 1,
});

/** Names of all sections but one. */
export const namesBut = (song: Draft<Song>, id: string | null): string[] =>
  song.sections.filter((s) => s.id !== id).map((s) => s.name);

/** Another name; one that another section has gets a number, one of which nothing is left changes nothing. */
export const renameSection = (id: string, name: string): Edit =>
  edit('rename a section', (song) => {
    const section = song.sections.find((s) => s.id === id);
    if (section && tidyName(name, LIMITS.nameLength)) section.name = freeName(namesBut(song, id), name);
  });

/** Doubles a section: an independent copy with its chords, settings and cues, played right after it. */
export const doubleSection = (id: string): Edit =>
  edit('double a section', (song) => {
    const at = song.sections.findIndex((s) => s.id === id);
    const original = song.sections[at];
    if (!original) return;
    const copy = copyOf(original) as Section;
    copy.id = freeSectionId(song);
    copy.name = freeName(namesBut(song, null), original.name);
    song.sections.splice(at + 1, 0, copy);
    const inForm = song.form.map((e) => e.section).lastIndexOf(id);
    song.form.splice(inForm < 0 ? song.form.length : inForm + 1, 0, entryFor(song, copy.id));
  });

/** A new section of four bars on the key's own chord, at the end of the form. */
export const addSection = (name: string, symbol: string): Edit =>
  edit('add a section', (song) => {
    const id = freeSectionId(song);
    const bar = metreOf(song.metre).length;
    song.sections.push({
      id,
      name: freeName(namesBut(song, null), name),
      bars: 4,
      changes: [],
      ownLengths: [],
      drafts: [{ id: 'd1', name: 'First', chords: [{ id: 'c1', start: 0, length: 4 * bar, symbol }] }],
      draft: 'd1',
      settings: {},
      cues: [],
    });
    song.form.push(entryFor(song, id));
  });

/** Moves an entry of the form by so many places, earlier below 0; over the edge it stays at the edge. */
export const moveEntry = (index: number, by: number): Edit =>
  edit('change the form', (song) => {
    const to = Math.max(0, Math.min(song.form.length - 1, index + by));
    if (!song.form[index] || to === index) return;
    const [entry] = song.form.splice(index, 1);
    song.form.splice(to, 0, entry!);
  });

/** How often a place of the form (0-based) is played; what was set for repeats beyond them goes. */
export const setRepeats = (index: number, repeats: number): Edit =>
  edit('change the repeats', (song) => {
    const entry = song.form[index];
    if (!entry) return;
    entry.repeats = Math.max(1, Math.min(LIMITS.repeats, Math.round(repeats)));
    // What was set for repeats that are no more is let go with them; undo brings both back.
    for (const of of ['occurrences', 'lifts'] as const) {
      for (const pass of Object.keys(entry[of] ?? {}))
        if (Number(pass) >= entry.repeats) delete entry[of]![pass];
      if (entry[of] && Object.keys(entry[of]).length === 0) delete entry[of];
    }
  });

/** Takes a place (0-based) out of the form; its section stays in the song. */
export const removeEntry = (index: number): Edit =>
  edit('change the form', (song) => {
    if (song.form.length > 1) song.form.splice(index, 1);
  });

/** Plays a section once more at the end. */
export const playAgain = (sectionId: string): Edit =>
  edit('change the form', (song) => {
    song.form.push(entryFor(song, sectionId));
  });
