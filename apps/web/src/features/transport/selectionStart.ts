import { player } from '../../audio/player';
import { useBand } from '../../state/band';
import { useSelection } from '../../state/selection';

/** The bar that is taken in hand on the chart; of a run its first. */
function barInHand(): { readonly section: string; readonly bar: number } | null {
  const { selection } = useSelection.getState();
  if (selection?.kind === 'bar') return selection;
  if (selection?.kind !== 'run') return null;
  const { anchor, head } = selection;
  return anchor.section === head.section && head.bar < anchor.bar ? head : anchor;
}

/**
 * Where the bar in hand is played, ticks: in the playing the song stands in if it is played there, else the first
 * time. Null where none is in hand, or it is never played.
 */
export function selectionStart(): number | null {
  const place = barInHand();
  if (!place) return null;
  const bars = useBand.getState().band?.bars ?? [];
  const played = bars.filter((b) => b.sectionId === place.section && b.index === place.bar);
  const now = player.tick();
  const playing = bars.findLast((b) => b.start <= now)?.occurrenceKey;
  return (played.find((b) => b.occurrenceKey === playing) ?? played[0])?.start ?? null;
}
