/** Edits of what is set for parts: for the whole song, for a section, or for one of its playings. */
import type { Draft } from 'immer';
import { listed } from '../song/listed';
import type { Part, Settings, Song } from '../song/schema';
import { SETTING_NAMES, settingOf } from '../song/settings/index';
import { isPlaying, settingsAtPlace, settingsThere, type Cell, type Where } from '../timeline/places';
import { overlay } from '../timeline/settings';
import { EditRefused, edit, type Edit } from './apply';
import { copyOf, entryIn } from './within';

type BySettings = Record<string, Settings>;

/** The records of the level of a place, made where there are none; null where it is not there. */
function recordsAt(song: Draft<Song>, where: Exclude<Where, null>): BySettings | null {
  if (!isPlaying(where)) return song.sections.find((s) => s.id === where)?.settings ?? null;
  const entry = entryIn(song, where.entry);
  if (!entry || where.pass < 0 || where.pass >= entry.repeats) return null;
  entry.passes ??= {};
  return (entry.passes[where.pass] ??= {});
}

/** Takes away records of playings in which nothing is set. */
function tidyPlaying(song: Draft<Song>, where: Where): void {
  if (!isPlaying(where)) return;
  const entry = entryIn(song, where.entry);
  if (!entry?.passes) return;
  for (const [pass, records] of Object.entries(entry.passes)) {
    if (Object.keys(records).length === 0) delete entry.passes[pass];
  }
  if (Object.keys(entry.passes).length === 0) delete entry.passes;
}

/** What is heard of a frozen part all the same: whether it plays, on which instrument, under which bow or foot, how mixed. */
const HEARD_FROZEN: ReadonlySet<string> = new Set<keyof Settings>([
  'on',
  ...SETTING_NAMES.filter((name) => ['sound', 'mix'].includes(settingOf(name).moves)),
]);

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
  throw new EditRefused(`${who} ${is} frozen and ${plays} as it was kept. Let it play anew first.`);
}

/** Lays settings over what a cell has; `undefined` lets the weaker level show again. */
function lay(song: Draft<Song>, { part: id, where }: Cell, settings: Settings): void {
  const part = song.parts.find((p) => p.id === id);
  if (!part) return;
  const records = where === null ? null : recordsAt(song, where);
  if (where !== null && !records) return;
  const heard = heardOf(part, settings);
  if (!Object.keys(heard).length) return;
  const level: Settings = records ? (records[id] ??= {}) : part.settings;
  for (const [name, value] of Object.entries(heard)) {
    if (value === undefined) delete level[name as keyof Settings];
    else Object.assign(level, { [name]: value });
  }
  if (records && Object.keys(level).length === 0) delete records[id];
  tidyPlaying(song, where);
}

const NAMES = { song: 'change a part', section: 'change a part in a section', playing: 'change one playing' };

const levelOf = (where: Where): keyof typeof NAMES =>
  where === null ? 'song' : isPlaying(where) ? 'playing' : 'section';

const placeText = (where: Where): string =>
  isPlaying(where) ? `${where.entry}.${where.pass}` : (where ?? '');

/** Sets a part's settings for the whole song, a section or one playing. */
export const setSettings = (part: string, where: Where, settings: Settings): Edit =>
  edit(
    NAMES[levelOf(where)],
    (song) => {
      const set = Object.entries(settings).flatMap(([name, value]) => (value === undefined ? [] : [name]));
      if (set.length) refuseFrozen(song, [part], set);
      lay(song, { part, where }, settings);
    },
    `${part}/${placeText(where)}/${Object.keys(settings).join()}`,
  );

/** Sets the same for several cells at once. */
export const setCells = (cells: readonly Cell[], settings: Settings): Edit =>
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
    `${cells.map(({ part, where }) => `${part}/${placeText(where)}`).join()}/${Object.keys(settings).join()}`,
  );

const without = (settings: Settings): Settings =>
  Object.fromEntries(Object.keys(settings).map((name) => [name, undefined]));

/** Puts what is set in one cell onto others, in place of what they have. */
export const copyCell = (from: Cell, to: readonly Cell[]): Edit =>
  edit('copy a cell', (song) => {
    const settings = copyOf(settingsThere(song, from));
    for (const cell of to) lay(song, cell, { ...without(settingsAtPlace(song, cell)), ...settings });
  });

/** Lets what is set in cells go, so that the weaker levels show. */
export const clearCells = (cells: readonly Cell[]): Edit =>
  edit('let settings go', (song) => {
    for (const cell of cells) lay(song, cell, without(settingsAtPlace(song, cell)));
  });

const MOST_VARIATIONS = 10_000;

/** Another of the same: each cell told by another variation. */
export const varyCells = (cells: readonly Cell[]): Edit =>
  edit('another like this', (song) => {
    for (const cell of cells) {
      const part = song.parts.find((p) => p.id === cell.part);
      if (part?.frozen) continue;
      const now = overlay([part?.settings, settingsThere(song, cell)]).variation ?? 0;
      lay(song, cell, { variation: (now + 1) % MOST_VARIATIONS });
    }
  });

/** One part alone: all others rest there. */
export const playAlone = (part: string, where: Exclude<Where, null>): Edit =>
  edit('let a part play alone', (song) => {
    for (const { id } of song.parts) lay(song, { part: id, where }, { on: id === part });
  });

/** Several parts' patterns at once. */
export const setPatterns = (
  patterns: readonly { readonly part: Pick<Part, 'id'>; readonly pattern: string }[],
  where: Where,
): Edit =>
  edit('throw the dice for patterns', (song) => {
    for (const { part, pattern } of patterns) lay(song, { part: part.id, where }, { pattern });
  });
