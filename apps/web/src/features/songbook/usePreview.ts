import { useEffect, useRef, useState } from 'react';
import { player, usePlayer } from '../../audio/player';
import { fetchSong, songPath } from '../../state/api';
import { playOther } from '../../state/band';

export interface Preview {
  /** The song that plays, or is about to; null where none does. */
  readonly id: string | null;
  readonly toggle: (id: string) => void;
}

/** A song of the list is heard where it stands. @param onTrouble told why it is not. */
export function usePreview(onTrouble: (why: string) => void): Preview {
  const [id, setId] = useState<string | null>(null);
  const wanted = useRef<string | null>(null);
  const active = usePlayer((s) => s.playing || s.starting);
  useEffect(
    () => () => {
      if (wanted.current !== null) player.clear();
    },
    [],
  );
  const choose = (next: string | null): void => {
    wanted.current = next;
    setId(next);
  };
  const toggle = (next: string): void => {
    if (id === next && active) {
      player.stop();
      return choose(null);
    }
    choose(next);
    const fetched = fetchSong(songPath(next)).then(({ song }) => song);
    playOther(fetched).catch((error: unknown) => {
      if (wanted.current !== next) return;
      player.stop();
      choose(null);
      onTrouble(error instanceof Error ? error.message : String(error));
    });
  };
  return { id: active ? id : null, toggle };
}
