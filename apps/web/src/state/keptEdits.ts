/**
 * Songs edited here and not yet saved. Each tab keeps its own, in memory and on the device, so that two
 * tabs never write over each other; what a tab that is gone left behind can be taken over.
 */
import { readSong } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import { THIS_TAB, alone, livingTabs } from './tabs';

export interface KeptEdit {
  /** The revision it was made from. */
  readonly revision: number;
  readonly song: Song;
  /** Its own id: a save sent twice is recognised by it. */
  readonly edit: string;
  /** Edits before it that were sent and whose answers have not come. */
  readonly after: readonly string[];
  /** True once it has been sent: from then on it may have arrived. */
  readonly sent: boolean;
  /** When it was made, milliseconds. */
  readonly at: number;
  /** True where the song is no longer in the songbook: the writer has to say what becomes of it. */
  readonly gone?: boolean;
}

const PREFIX = 'backline/unsaved/';
const keyOf = (id: string, tab = THIS_TAB): string => `${PREFIX}${id}/${tab}`;

const own = new Map<string, KeptEdit>();

/** Keeps an edit until the server has it. Returns whether the device took it, or only this page holds it. */
export function keepEdit(id: string, edit: KeptEdit): boolean {
  own.set(id, edit);
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(edit));
    return true;
  } catch {
    // What the device still holds is older than what is on screen.
    try {
      localStorage.removeItem(keyOf(id));
    } catch {
      // It holds nothing at all.
    }
    return false;
  }
}

export function forgetEdit(id: string): void {
  own.delete(id);
  try {
    localStorage.removeItem(keyOf(id));
  } catch {
    // Nothing was kept.
  }
}

/** What this tab keeps of a song, or null. */
export const ownEdit = (id: string): KeptEdit | null => own.get(id) ?? null;

/** Songs this tab keeps edits of. */
export const songsWithOwnEdits = (): string[] => [...own.keys()];

interface Entry {
  readonly key: string;
  readonly id: string;
  readonly tab: string;
}

/** Every entry of the device; those of earlier versions name no tab. */
function entries(): Entry[] {
  try {
    return Object.keys(localStorage).flatMap((key) => {
      if (!key.startsWith(PREFIX)) return [];
      const [id = '', tab = ''] = key.slice(PREFIX.length).split('/');
      return [{ key, id, tab }];
    });
  } catch {
    return [];
  }
}

/** An entry as an edit; what is damaged stays where it is and is not taken. */
function read(key: string): KeptEdit | null {
  try {
    const raw: unknown = JSON.parse(localStorage.getItem(key) ?? 'null');
    if (typeof raw !== 'object' || raw === null) return null;
    const { revision, song, edit, after, sent, at, gone } = raw as Partial<Record<keyof KeptEdit, unknown>>;
    const found = readSong(song).song;
    if (!found || typeof revision !== 'number') return null;
    return {
      revision,
      song: found,
      edit: typeof edit === 'string' ? edit : THIS_TAB,
      after: Array.isArray(after) ? after.filter((x) => typeof x === 'string') : [],
      sent: sent === true,
      at: typeof at === 'number' ? at : 0,
      ...(gone === true ? { gone } : {}),
    };
  } catch {
    return null;
  }
}

/** Entries whose tab is gone. A tab that is just being reloaded may take a moment to go. */
async function orphans(ofSong?: string): Promise<Entry[]> {
  const others = (living: ReadonlySet<string>): [Entry[], Entry[]] => {
    const found = entries().filter((e) => (ofSong === undefined || e.id === ofSong) && e.tab !== THIS_TAB);
    return [found.filter((e) => !living.has(e.tab)), found.filter((e) => living.has(e.tab))];
  };
  const [gone, alive] = others(await livingTabs());
  if (!alive.length) return gone;
  await new Promise((done) => setTimeout(done, 300));
  return others(await livingTabs())[0];
}

/** Songs of which a tab that is gone left an edit. */
export const songsWithOrphans = async (): Promise<string[]> => [
  ...new Set((await orphans()).map((e) => e.id)),
];

/**
 * Takes over the newest edit of a song that a tab that is gone left behind, unless this tab has one of
 * its own. Older ones stay and come up the next time.
 */
export async function adoptOrphan(id: string): Promise<KeptEdit | null> {
  if (own.has(id)) return ownEdit(id);
  const left = await orphans(id);
  if (!left.length) return null;
  return alone(`adopt/${id}`, () => {
    const edits = left.flatMap(({ key }) => {
      const edit = read(key);
      return edit ? [{ key, edit }] : [];
    });
    const newest = edits.sort((a, b) => b.edit.at - a.edit.at)[0];
    if (!newest || own.has(id)) return ownEdit(id);
    // Where the device has no room for it under this tab, it stays where it was: sent twice it is recognised.
    if (keepEdit(id, newest.edit)) localStorage.removeItem(newest.key);
    return newest.edit;
  });
}
