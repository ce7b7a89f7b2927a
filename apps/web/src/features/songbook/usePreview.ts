import { create } from 'zustand';
import { usePlayer } from '../../audio/player';
import { fetchSong, songKept, songPath } from '../../state/api';
import { askedOrKept } from '../../state/keptAnswers';
import { playOther, stopOther } from '../../state/band';

/** The song that is heard from the list; null where none is. */
const useHeard = create<{ readonly id: string | null }>(() => ({ id: null }));

const hear = (id: string | null): void => useHeard.setState({ id });

/** Ends what is heard from the list, if anything is. */
export function stopPreview(): void {
  if (useHeard.getState().id === null) return;
  hear(null);
  stopOther();
}

export interface Preview {
  /** The song that plays, or is about to; null where none does. */
  readonly id: string | null;
  readonly toggle: (id: string) => void;
}

/** A song of the list is heard where it stands. @param onTrouble told why it is not. */
export function usePreview(onTrouble: (why: string) => void): Preview {
  const id = useHeard((s) => s.id);
  const active = usePlayer((s) => s.playing || s.starting);
  const toggle = (next: string): void => {
    if (id === next && active) return stopPreview();
    hear(next);
    const fetched = askedOrKept('songs', songPath(next), fetchSong, songKept).then(({ song }) => song);
    playOther(fetched).catch((error: unknown) => {
      if (useHeard.getState().id !== next) return;
      stopPreview();
      onTrouble(error instanceof Error ? error.message : String(error));
    });
  };
  return { id: active ? id : null, toggle };
}
