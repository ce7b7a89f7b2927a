import { useCallback } from 'react';
import { usePosition } from '../../audio/usePosition';
import { useFollow, type Follow } from '../../components/useFollow';
import { useBand } from '../../state/band';
import { useSelection } from '../../state/selection';
import { elementOfBar } from './barRange/useBarRangeKeys';

function elementAt(place: string): HTMLElement | null {
  const [section, bar] = place.split(' ');
  return section ? elementOfBar({ section, bar: Number(bar) }) : null;
}

/** The chart goes along with the playback, until the writer scrolls away; a bar in hand keeps it where it is. */
export function useChartFollow(): Follow {
  const band = useBand((s) => s.band);
  const hasHand = useSelection((s) => s.selection !== null);
  const read = useCallback(
    (tick: number): string => {
      const bar = band?.bars.findLast((b) => b.start <= tick);
      return bar ? `${bar.sectionId} ${bar.index}` : '';
    },
    [band],
  );
  return useFollow(usePosition(read), elementAt, hasHand);
}
