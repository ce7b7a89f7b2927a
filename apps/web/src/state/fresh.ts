/** Songs that were begun and hold nothing yet: they are kept in this tab, and stored with their first edit. */
import { readSong } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import { newId } from './newId';

const PREFIX = 'backline/fresh/';
/** Where the tab's own store is refused, for this load of the page. */
const here = new Map<string, Song>();

/** Begins a song. @returns its id. */
export function begin(song: Song): string {
  const id = newId();
  here.set(id, song);
  try {
    sessionStorage.setItem(PREFIX + id, JSON.stringify(song));
  } catch {
    // It lasts until the page is loaded anew.
  }
  return id;
}

/** A song that was begun in this tab and never stored, or null. */
export function freshSong(id: string): Song | null {
  const known = here.get(id);
  if (known) return known;
  try {
    const text = sessionStorage.getItem(PREFIX + id);
    return text === null ? null : readSong(JSON.parse(text)).song;
  } catch {
    return null;
  }
}

export function forgetFresh(id: string): void {
  here.delete(id);
  try {
    sessionStorage.removeItem(PREFIX + id);
  } catch {
    // It was never there.
  }
}
