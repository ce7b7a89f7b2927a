/** Sections that are taken out: kept with the song, to be brought back. */
import type { Draft } from 'immer';
import { LIMITS } from '../song/limits';
import { freeName } from '../song/names';
import type { Removed, Section, Song } from '../song/schema';
import { edit, type Edit } from './apply';
import { freeSectionId, namesBut, entryFor } from './form';
import { withoutPart } from './parts';
import { copyOf } from './within';

/** Takes a section out with every place it has in the form, and keeps it; of more than can be kept the oldest go. */
export function takeOut(song: Draft<Song>, id: string): void {
  const at = song.sections.findIndex((s) => s.id === id);
  const section = song.sections[at];
  if (!section) return;
  const { key, metre } = song;
  const positions = song.form.flatMap((entry, place) => (entry.section === id ? [{ at: place, entry }] : []));
  const removed = copyOf({ section, at, key, metre, positions }) as Draft<Removed>;
  song.removed = [...(song.removed ?? []), removed].slice(-LIMITS.removed);
  song.sections = song.sections.filter((s) => s.id !== id);
  song.form = song.form.filter((e) => e.section !== id);
}

/** Removes a section and every place it has in the form; the last section stays. It can be brought back. */
export const removeSection = (id: string): Edit =>
  edit('remove a section', (song) => {
    if (song.sections.length > 1) takeOut(song, id);
  });

function forget(song: Draft<Song>, index: number): Removed | null {
  const [removed] = song.removed?.splice(index, 1) ?? [];
  if (song.removed?.length === 0) delete song.removed;
  return removed ? (copyOf(removed) as Removed) : null;
}

/** The song's key and metre of then become the section's own, where the song has others by now. */
function asItWas({ section, key, metre }: Removed, song: Draft<Song>): Section {
  const then = { ...(key === song.key ? {} : { key }), ...(metre === song.metre ? {} : { metre }) };
  if (!Object.keys(then).length) return section;
  const [first] = section.changes;
  const own = first?.bar === 0 ? first : null;
  const rest = own ? section.changes.slice(1) : section.changes;
  return { ...section, changes: [{ bar: 0, ...then, ...own }, ...rest] };
}

/** Brings a section back to where it was, with all that was set in it for parts that are still there. */
export const bringBack = (index: number): Edit =>
  edit('bring a section back', (song) => {
    const removed = forget(song, index);
    if (!removed) return;
    const section = asItWas(removed, song) as Draft<Section>;
    const gone = partsOf(removed).filter((part) => !song.parts.some((p) => p.id === part));
    for (const part of gone) withoutPart(section, part);
    if (song.sections.some((s) => s.id === section.id)) section.id = freeSectionId(song);
    section.name = freeName(namesBut(song, null), section.name);
    song.sections.splice(Math.min(removed.at, song.sections.length), 0, section);
    for (const { at, entry } of removed.positions) {
      const place = { ...entry, section: section.id };
      if (song.form.some((e) => e.id === place.id)) place.id = entryFor(song, section.id).id;
      for (const records of Object.values(place.occurrences ?? {}))
        for (const part of gone) delete records[part];
      song.form.splice(Math.min(at, song.form.length), 0, place);
    }
    if (!removed.positions.length) song.form.push(entryFor(song, section.id));
  });

/** Parts for which something is set in a section or its places. */
function partsOf({ section, positions: places }: Removed): string[] {
  const chords = [...section.drafts.map((d) => d.chords), ...Object.values(section.partChords ?? {})].flat();
  const records = [
    section.settings,
    section.partChords ?? {},
    ...places.flatMap(({ entry }) => Object.values(entry.occurrences ?? {})),
    ...chords.flatMap((chord) => [chord.byHand ?? {}, chord.settings ?? {}]),
  ];
  return [...new Set([...records.flatMap(Object.keys), ...section.cues.flatMap((cue) => cue.parts)])];
}

/** Lets a section that was taken out go for good. */
export const letSectionGo = (index: number): Edit =>
  edit('let a removed section go', (song) => void forget(song, index));
