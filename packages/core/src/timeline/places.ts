/** Places that settings are for, and what is set there: the whole song, a section, one of its playings. */
import type { FormEntry, Lift, Part, Settings, Song } from '../song/schema';
import type { KindFacts } from '../style/kind';
import type { Style } from '../style/schema';
import type { Playing } from './playing';
import { overlay, resolveSettings, type Resolved } from './settings';

/** What settings are for: the whole song (null), a section by its id, or one playing. */
export type Where = string | Playing | null;

/** A part in a place. */
export interface Cell {
  readonly part: string;
  readonly where: Where;
}

export const isPlaying = (where: Where): where is Playing => typeof where === 'object' && where !== null;

const entryOf = (song: Song, { entry }: Playing): FormEntry | undefined =>
  song.form.find((e) => e.id === entry);

/** What is set for a part just there; nothing of what shows through from weaker levels. */
export function settingsAtPlace(song: Song, { part, where }: Cell): Settings {
  if (where === null) return song.parts.find((p) => p.id === part)?.settings ?? {};
  if (!isPlaying(where)) return song.sections.find((s) => s.id === where)?.settings[part] ?? {};
  return entryOf(song, where)?.passes?.[where.pass]?.[part] ?? {};
}

/** The section a place is of; null for the whole song, and for what is not there any more. */
export const sectionOfPlace = (song: Song, where: Where): string | null =>
  isPlaying(where) ? (entryOf(song, where)?.section ?? null) : where;

/** What is set for a part where it plays: for the section and, stronger, for the playing. */
export function settingsThere(song: Song, { part, where }: Cell): Settings {
  const section = sectionOfPlace(song, where);
  return overlay([
    section === null ? undefined : settingsAtPlace(song, { part, where: section }),
    isPlaying(where) ? settingsAtPlace(song, { part, where }) : undefined,
  ]);
}

/** A part's settings in a place, before its cues and before it is lifted. */
export function resolvedAt(kind: KindFacts, style: Style, song: Song, part: Part, where: Where): Resolved {
  const id = sectionOfPlace(song, where);
  const section = song.sections.find((s) => s.id === id);
  return resolveSettings(kind, style, song, part, [settingsThere(song, { part: part.id, where })], section);
}

/** How far a place is lifted: by its own word, else its section's. */
export function liftAt(song: Song, where: Where): Lift | null {
  const own = isPlaying(where) ? entryOf(song, where)?.lifts?.[where.pass] : undefined;
  return own ?? song.sections.find((s) => s.id === sectionOfPlace(song, where))?.lift ?? null;
}
