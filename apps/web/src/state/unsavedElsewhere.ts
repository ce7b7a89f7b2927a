/** Work that was left before it could be saved: sent from the songbook, or, where its song is gone, shown there. */
import { create } from 'zustand';
import { cutText } from '@backline/core/song/text';
import { createSongAt } from './api';
import {
  adoptOrphan,
  forgetEdits,
  ownEdits,
  removeUnread,
  songsWithOrphans,
  songsWithOwnEdits,
  unreadEdits,
  type Unread,
} from './keptEdits';
import { newId } from './newId';
import { flush } from './saver';

/** An edit of a song that is no longer in the songbook. */
export interface Homeless {
  readonly id: string;
  readonly title: string;
}

export const useUnsavedElsewhere = create<{ readonly edits: readonly Homeless[] }>(() => ({ edits: [] }));

/** Edits on this device that nobody can take over, because they do not read. */
export const useUnread = create<{ readonly edits: readonly Unread[] }>(() => ({ edits: [] }));

async function lookForUnread(): Promise<void> {
  useUnread.setState({ edits: await unreadEdits() });
}

/** Removes what does not read, by hand only. */
export async function removeUnreadEdits(key: string): Promise<void> {
  await removeUnread(key);
  await lookForUnread();
}

function lookForHomeless(): void {
  const edits = songsWithOwnEdits().flatMap((id) => {
    const kept = ownEdits(id);
    return kept?.gone ? [{ id, title: kept.song.title }] : [];
  });
  useUnsavedElsewhere.setState({ edits });
}

/**
 * Sends what tabs that are gone, and this one, left unsaved. Call it while no song is open.
 * @returns whether the server was away for any of it: what it refuses, and what is asked about, is not sent again.
 */
export async function sendUnsaved(): Promise<boolean> {
  for (const id of await songsWithOrphans()) await adoptOrphan(id);
  const sendable = songsWithOwnEdits().filter((id) => !ownEdits(id)?.gone);
  const [troubles] = await Promise.all([Promise.all(sendable.map(flush)), lookForUnread()]);
  lookForHomeless();
  return troubles.some((trouble) => trouble?.kind === 'away');
}

const ids = new Map<string, string>();

/** Makes a song of its own from an edit whose song is gone. Asked for twice it makes one song. */
export async function rehome(id: string): Promise<string | null> {
  const kept = ownEdits(id);
  if (!kept) return null;
  const madeId = ids.get(id) ?? newId();
  ids.set(id, madeId);
  const made = await createSongAt(kept.song, madeId);
  forgetEdits(id);
  lookForHomeless();
  return made.id;
}

/** Opens another song, or (null) the songbook, by a fresh load of the page: the router keeps the screens of one song for the next. */
export const openAnew = (id: string | null): void =>
  window.location.assign(id === null ? '/' : `/song/${id}/chart`);

export function discardUnsaved(id: string): void {
  forgetEdits(id);
  lookForHomeless();
}

/** A title for the writer's own version beside another. */
export const mineTitle = (title: string): string => `${cutText(title, 70)} (mine)`;
