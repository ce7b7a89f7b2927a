import { player, usePlayer } from '../../../audio/player';
import { useBand } from '../../../state/band';
import { useSelection } from '../../chart/selection';

/** Where the chosen bar is played first, ticks; null where none is in hand. */
function barInHand(): number | null {
  const { selection } = useSelection.getState();
  if (selection?.kind !== 'bar') return null;
  const bars = useBand.getState().band?.bars ?? [];
  return bars.find((b) => b.sectionId === selection.section && b.index === selection.bar)?.start ?? null;
}

/** Trying is hearing: the song begins to play, from the bar in hand, unless it plays already. */
export function hear(): void {
  const { playing, starting } = usePlayer.getState();
  if (playing || starting) return;
  const from = barInHand();
  void (from === null ? player.play() : player.play(from)).catch(() => undefined);
}
