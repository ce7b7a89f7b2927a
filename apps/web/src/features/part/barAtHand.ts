import { player, usePlayer } from '../../audio/player';
import type { PageBand } from '../../shared/sentBand';

/** The bar at which the song stands; where it has not begun, the first in which the part plays. */
export function barAtHand({ bars, parts }: PageBand, part: string): number {
  const { playing, starting } = usePlayer.getState();
  const first = parts.find(({ id }) => id === part)?.notes[0]?.start ?? 0;
  const tick = player.tick() || (playing || starting ? 0 : first);
  return Math.max(
    0,
    bars.findLastIndex(({ start }) => start <= tick),
  );
}
