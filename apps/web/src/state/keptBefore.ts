/** Unsaved songs as earlier versions of the app kept them, whole in local storage: brought into the journal. */
import { wholeSong } from '@backline/core/song/patches';
import { writeRun } from './journal';
import { THIS_TAB } from './tabs';

const PREFIX = 'backline/unsaved/';

function keys(): string[] {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(PREFIX));
  } catch {
    return [];
  }
}

interface Before {
  readonly revision: number;
  readonly song: object;
  readonly edit?: unknown;
  readonly after?: unknown;
  readonly at?: unknown;
  readonly gone?: unknown;
}

function read(key: string): Before | null {
  try {
    const raw = JSON.parse(localStorage.getItem(key) ?? 'null') as Partial<Before> | null;
    return typeof raw?.revision === 'number' && typeof raw.song === 'object' ? (raw as Before) : null;
  } catch {
    return null;
  }
}

/** Moves what tabs that are gone left there; what is damaged stays where it is. */
export async function bringOver(living: ReadonlySet<string>): Promise<void> {
  for (const key of keys()) {
    const [id = '', tab = ''] = key.slice(PREFIX.length).split('/');
    const before = living.has(tab) ? null : read(key);
    if (!before) continue;
    const at = typeof before.at === 'number' ? before.at : 0;
    const after = Array.isArray(before.after) ? before.after.filter((x) => typeof x === 'string') : [];
    const run = `${id}/${tab}/before`;
    const last = {
      step: typeof before.edit === 'string' ? before.edit : THIS_TAB,
      patches: [wholeSong(before.song)],
    };
    const steps = [...after.map((step) => ({ step, patches: [] })), last];
    const taken = await writeRun(
      { key: run, revision: before.revision, base: before.song, gone: before.gone === true },
      steps.map((step, n) => ({ ...step, run, n, at })),
    );
    if (taken) localStorage.removeItem(key);
  }
}

/** What an earlier version left there and nobody can read, as it stands. */
export const damagedBefore = (
  living: ReadonlySet<string>,
): { readonly key: string; readonly text: string }[] =>
  keys()
    .filter((key) => !living.has(key.split('/').at(-1)!) && read(key) === null)
    .map((key) => ({ key, text: localStorage.getItem(key) ?? '' }));

export const isBefore = (key: string): boolean => key.startsWith(PREFIX);
