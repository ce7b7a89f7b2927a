import { useEffect, useState } from 'react';
import { player, usePlayer } from './player';

/**
 * The playing position in steps: the component is drawn again only when what `read` makes of the
 * tick changes, which keeps a moving cursor cheap.
 */
export function usePosition<T extends string | number>(read: (tick: number) => T): T {
  const playing = usePlayer((s) => s.playing);
  const jumps = usePlayer((s) => s.jumps);
  const [value, setValue] = useState(() => read(player.tick()));
  useEffect(() => {
    let frame = 0;
    const look = (): void => {
      setValue(read(player.tick()));
      frame = requestAnimationFrame(look);
    };
    look();
    if (!playing) cancelAnimationFrame(frame);
    return () => cancelAnimationFrame(frame);
  }, [playing, jumps, read]);
  return value;
}
