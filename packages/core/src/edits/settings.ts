/** Edits of what is set for parts: for the whole song, for a section, or for one of its playings. */
import type { Draft } from 'immer';
import { listed } from '../song/listed';
import type { Part, Settings, Song } from '../song/schema';
import { SETTING_NAMES, settingOf } from '../song/settings/index';
import {
  isOccurrenceScope,
  settingsInScope,
  settingsForScope,
  type GridCell,
  type Scope,
} from '../timeline/scopes';
import { overlay } from '../timeline/settings';
import { EditRefused, edit, type Edit } from './apply';
import { copyOf, entryIn } from './within';

/** Settings by the part they are for. */
export type SettingsByPart = Record<string, Settings>;

/** The records of the level of a place, made where there are none; null where it is not there. */
function recordsAt(song: Draft<Song>, scope: Exclude<Scope, null>): SettingsByPart | null {
  if (!isOccurrenceScope(scope)) return song.sections.find((s) => s.id === scope)?.settings ?? null;
  const entry = entryIn(song, scope.entry);
  if (!entry || scope.repeat < 0 || scope.repeat >= entry.repeats) return null;
  entry.occurrences ??= {};
  return (entry.occurrences[scope.repeat] ??= {});
}

/** Takes away records of playings in which nothing is set. */
function tidyPlaying(song: Draft<Song>, scope: Scope): void {
  if (!isOccurrenceScope(scope)) return;
  const entry = entryIn(song, scope.entry);
  if (!entry?.occurrences) return;
  for (const [pass, records] of Object.entries(entry.occurrences)) {
    if (Object.keys(records).length === 0) delete entry.occurrences[pass];
  }
  if (Object.keys(entry.occurrences).length === 0) delete entry.occurrences;
}

/** What is heard of a frozen part all the same: whether it plays, on which instrument, under which bow or foot, how mixed. */
const HEARD_FROZEN: ReadonlySet<string> = new Set<keyof Settings>([
  'on',
  ...SETTING_NAMES.filter((name) => ['sound', 'mix'].includes(settingOf(name).moves)),
]);

/** Whether a setting is heard of a part that is frozen: how it sounds is, what it plays is not. */
export const isHeardFrozen = (name: string): boolean => HEARD_FROZEN.has(name);

/** Settings of a part without what nobody would hear, because it is frozen. Letting go is always heard of. */
function heardOf(part: Pick<Part, 'frozen'>, settings: Settings): Settings {
  if (!part.frozen) return settings;
  return Object.fromEntries(
    Object.entries(settings).filter(([name, value]) => value === undefined || isHeardFrozen(name)),
  );
}

/** Says so where all of something is set for frozen parts only, and none of it would be heard. */
function refuseFrozen(song: Draft<Song>, ids: readonly string[], names: readonly string[]): void {
  const parts = song.parts.filter((part) => ids.includes(part.id));
  if (!parts.length || !parts.every((part) => part.frozen) || names.some(isHeardFrozen)) return;
  const who = listed(parts.map((part) => part.name));
  const [is, plays] = parts.length > 1 ? ['are', 'play'] : ['is', 'plays'];
  throw new EditRefused(
    'part-frozen',
    `${who} ${is} frozen and ${plays} as it was kept. Let it play anew first.`,
  );
}

/** Lays settings over what a cell has; `undefined` lets the weaker level show again. */
function lay(song: Draft<Song>, { part: id, scope }: GridCell, settings: Settings): void {
  const part = song.parts.find((p) => p.id === id);
  if (!part) return;
  const records = scope === null ? null : recordsAt(song, scope);
  if (scope !== null && !records) return;
  const heard = heardOf(part, settings);
  if (!Object.keys(heard).length) return;
  const level: Settings = records ? (records[id] ??= {}) : part.settings;
  for (const [name, value] of Object.entries(heard)) {
    if (value === undefined) delete level[name as keyof Settings];
    else Object.assign(level, { [name]: value });
  }
  if (records && Object.keys(level).length === 0) delete records[id];
  tidyPlaying(song, scope);
  if (heard.on === false) silenceTakes(song, part, scope);
}

/** A part that is switched off is silent there, also where takes were put although it was off. */
function silenceTakes({ form }: Draft<Song>, part: Draft<Part>, scope: Scope): void {
  for (const span of part.comp ?? []) {
    const isThere =
      scope === null ||
      (isOccurrenceScope(scope)
        ? span.entry === scope.entry && span.repeat === scope.repeat
        : form.some(({ id, section }) => id === span.entry && section === scope));
    if (isThere) delete span.whileOff;
  }
}

const NAMES = { song: 'change a part', section: 'change a part in a section', playing: 'change one playing' };

const levelOf = (scope: Scope): keyof typeof NAMES =>
  scope === null ? 'song' : isOccurrenceScope(scope) ? 'playing' : 'section';

const placeText = (scope: Scope): string =>
  isOccurrenceScope(scope) ? `${scope.entry}.${scope.repeat}` : (scope ?? '');

/** Sets a part's settings for the whole song, a section or one playing. */
export const setSettings = (part: string, scope: Scope, settings: Settings): Edit =>
  edit(
    NAMES[levelOf(scope)],
    (song) => {
      const set = Object.entries(settings).flatMap(([name, value]) => (value === undefined ? [] : [name]));
      if (set.length) refuseFrozen(song, [part], set);
      lay(song, { part, scope }, settings);
    },
    `${part}/${placeText(scope)}/${Object.keys(settings).join()}`,
  );

/** Sets the same for several cells at once. */
export const setCells = (cells: readonly GridCell[], settings: Settings): Edit =>
  edit(
    'change several cells',
    (song) => {
      refuseFrozen(
        song,
        cells.map(({ part }) => part),
        Object.keys(settings),
      );
      cells.forEach((cell) => lay(song, cell, settings));
    },
    `${cells.map(({ part, scope }) => `${part}/${placeText(scope)}`).join()}/${Object.keys(settings).join()}`,
  );

const without = (settings: Settings): Settings =>
  Object.fromEntries(Object.keys(settings).map((name) => [name, undefined]));

/** Puts what is set in one cell onto others, in place of what they have. */
export const copyCell = (from: GridCell, to: readonly GridCell[]): Edit =>
  edit('copy a cell', (song) => {
    const settings = copyOf(settingsForScope(song, from));
    for (const cell of to) lay(song, cell, { ...without(settingsInScope(song, cell)), ...settings });
  });

/** Lets what is set in cells go, so that the weaker levels show. */
export const clearCells = (cells: readonly GridCell[]): Edit =>
  edit('let settings go', (song) => {
    for (const cell of cells) lay(song, cell, without(settingsInScope(song, cell)));
  });

const MOST_VARIATIONS = 10_000;

/** Another of the same: each cell told by another variation. */
export const varyCells = (cells: readonly GridCell[]): Edit =>
  edit('another like this', (song) => {
    for (const cell of cells) {
      const part = song.parts.find((p) => p.id === cell.part);
      if (part?.frozen) continue;
      const now = overlay([part?.settings, settingsForScope(song, cell)]).variation ?? 0;
      lay(song, cell, { variation: (now + 1) % MOST_VARIATIONS });
    }
  });

/** One part alone: all others rest there. */
export const playAlone = (part: string, scope: Exclude<Scope, null>): Edit =>
  edit('let a part play alone', (song) => {
    for (const { id } of song.parts) lay(song, { part: id, scope }, { on: id === part });
  });

/** Several parts' patterns at once. */
export const setPatterns = (
  patterns: readonly { readonly part: Pick<Part, 'id'>; readonly pattern: string }[],
  scope: Scope,
): Edit =>
  edit('throw the dice for patterns', (song) => {
    for (const { part, pattern } of patterns) lay(song, { part: part.id, scope }, { pattern });
  });
