/** Places that settings are for, and what is set there: the whole song, a section, one of its playings. */
import type { FormEntry, Lift, Part, Settings, Song } from '../song/schema';
import type { KindFacts } from '../style/kind';
import type { Style } from '../style/schema';
import type { OccurrenceId } from './occurrenceKey';
import { overlay, resolveSettings, type Resolved } from './settings';

/** What settings are for: the whole song (null), a section by its id, or one playing. */
export type Scope = string | OccurrenceId | null;

/** A part in a place. */
export interface GridCell {
  readonly part: string;
  readonly scope: Scope;
}

/** Whether a scope is one occurrence of a section. */
export const isOccurrenceScope = (scope: Scope): scope is OccurrenceId =>
  typeof scope === 'object' && scope !== null;

const entryOf = (song: Song, { entry }: OccurrenceId): FormEntry | undefined =>
  song.form.find((e) => e.id === entry);

/** What is set for a part just there; nothing of what shows through from weaker levels. */
export function settingsInScope(song: Song, { part, scope }: GridCell): Settings {
  if (scope === null) return song.parts.find((p) => p.id === part)?.settings ?? {};
  if (!isOccurrenceScope(scope)) return song.sections.find((s) => s.id === scope)?.settings[part] ?? {};
  return entryOf(song, scope)?.occurrences?.[scope.repeat]?.[part] ?? {};
}

/** The section a place is of; null for the whole song, and for what is not there any more. */
export const sectionOfScope = (song: Song, scope: Scope): string | null =>
  isOccurrenceScope(scope) ? (entryOf(song, scope)?.section ?? null) : scope;

/** What is set for a part where it plays: for the section and, stronger, for the playing. */
export function settingsForScope(song: Song, { part, scope }: GridCell): Settings {
  const section = sectionOfScope(song, scope);
  return overlay([
    section === null ? undefined : settingsInScope(song, { part, scope: section }),
    isOccurrenceScope(scope) ? settingsInScope(song, { part, scope }) : undefined,
  ]);
}

/** A part's settings in a place, before its cues and before it is lifted. */
export function resolvedInScope(
  kind: KindFacts,
  style: Style,
  song: Song,
  part: Part,
  scope: Scope,
): Resolved {
  const id = sectionOfScope(song, scope);
  const section = song.sections.find((s) => s.id === id);
  return resolveSettings(
    kind,
    style,
    song,
    part,
    [settingsForScope(song, { part: part.id, scope })],
    section,
  );
}

/** How far a place is lifted: by its own word, else its section's. Null where nobody said so. */
export function liftInScope(song: Song, scope: Scope): Lift | null {
  const own = isOccurrenceScope(scope) ? entryOf(song, scope)?.lifts?.[scope.repeat] : undefined;
  return own ?? song.sections.find((s) => s.id === sectionOfScope(song, scope))?.lift ?? null;
}
