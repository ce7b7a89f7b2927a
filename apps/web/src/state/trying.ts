import { create } from 'zustand';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { setMix } from '@backline/core/edits/song';
import type { Song } from '@backline/core/song/schema';

/** Something that is heard in the open song before anything is changed. */
export interface Trying {
  /** What is tried; null where nothing is. */
  readonly id: string | null;
  readonly edit: Edit | null;
  /** The part it is for, which can be heard alone; null where it is for all. */
  readonly part: string | null;
  readonly alone: boolean;
}

const NOTHING: Trying = { id: null, edit: null, part: null, alone: false };

export const useTrying = create<Trying>(() => NOTHING);

export const tryOut = (id: string, edit: Edit, part: string | null): void =>
  useTrying.setState({ id, edit, part });

export const tryAlone = (alone: boolean): void => useTrying.setState({ alone });

/** Nothing is tried any more: the song sounds as it is written. */
export const clearTried = (): void => useTrying.setState(NOTHING);

/** The song as it sounds: with what is tried in it. The song itself stays as it is. */
export function asTried(song: Song, { edit, part, alone }: Trying): Song {
  if (!edit) return song;
  const edits = part !== null && alone ? [edit, setMix(part, { solo: true })] : [edit];
  return edits.reduce((now, one) => applyEdit(now, one)?.song ?? now, song);
}
