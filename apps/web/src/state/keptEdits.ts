import { songSchema, type Song } from '@backline/core/song/schema';

/** A song edited on this device and not yet saved, with the revision it was edited from. */
export interface KeptEdit {
  readonly revision: number;
  readonly song: Song;
}

const PREFIX = 'backline/unsaved/';
const keyOf = (id: string): string => PREFIX + id;

/** Keeps an edit on this device until the server has it. A full or forbidden storage loses nothing that is on screen. */
export function keepEdit(id: string, edit: KeptEdit): void {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(edit));
  } catch {
    // The edit stays in memory and saving goes on.
  }
}

export function forgetEdit(id: string): void {
  try {
    localStorage.removeItem(keyOf(id));
  } catch {
    // Nothing was kept.
  }
}

/** Songs of which this device keeps an edit. */
export function songsWithKeptEdits(): string[] {
  try {
    return Object.keys(localStorage).flatMap((key) =>
      key.startsWith(PREFIX) ? [key.slice(PREFIX.length)] : [],
    );
  } catch {
    return [];
  }
}

/** The kept edit of a song, or null; what is damaged is not taken. */
export function keptEdit(id: string): KeptEdit | null {
  try {
    const raw: unknown = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null');
    if (typeof raw !== 'object' || raw === null) return null;
    const { revision, song } = raw as Record<string, unknown>;
    const read = songSchema.safeParse(song);
    return read.success && typeof revision === 'number' ? { revision, song: read.data } : null;
  } catch {
    return null;
  }
}
