import { useCallback, useEffect, useRef, useState } from 'react';
import { usePlayer } from '../../audio/player';
import { usePosition } from '../../audio/usePosition';
import { useBand } from '../../state/band';
import { useSelection } from '../../state/selection';
import { elementOfBar } from './barRange/useBarRangeKeys';

/** What a writer scrolls by: none of it comes from the chart itself. */
const BY_HAND = ['wheel', 'touchmove', 'pointerdown'] as const;

/** Room kept above and below the row that plays, px. */
const MARGIN = 24;

/** Scrolls what scrolls around an element until it stands in view, as little as possible. */
function bringIntoView(element: HTMLElement, scroller: HTMLElement): void {
  const row = element.getBoundingClientRect();
  const view = scroller.getBoundingClientRect();
  const isSeen = row.top >= view.top && row.bottom <= view.bottom;
  if (isSeen) return;
  const calm = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
  scroller.scrollBy({ top: row.top - view.top - MARGIN, behavior: calm ? 'auto' : 'smooth' });
}

export interface Follow {
  /** True where the writer has scrolled away from what plays. */
  readonly isAway: boolean;
  readonly comeBack: () => void;
  /** Given to what scrolls. */
  readonly ref: (scroller: HTMLElement | null) => void;
}

/** The chart goes along with the playback, until the writer scrolls away; a bar in hand keeps it where it is. */
export function useFollow(): Follow {
  const band = useBand((s) => s.band);
  const playing = usePlayer((s) => s.playing);
  const hasHand = useSelection((s) => s.selection !== null);
  const [isAway, setAway] = useState(false);
  const scroller = useRef<HTMLElement | null>(null);
  const read = useCallback(
    (tick: number): string => {
      const bar = band?.bars.findLast((b) => b.start <= tick);
      return bar ? `${bar.sectionId} ${bar.index}` : '';
    },
    [band],
  );
  const row = usePosition(read);
  // Each start of the playback is followed anew.
  const [was, setWas] = useState(playing);
  if (was !== playing) {
    setWas(playing);
    setAway(false);
  }
  const follows = playing && !isAway && !hasHand;
  useEffect(() => {
    const [section, bar] = row.split(' ');
    const element = follows && section ? elementOfBar({ section, bar: Number(bar) }) : null;
    if (element && scroller.current) bringIntoView(element, scroller.current);
  }, [follows, row]);
  useEffect(() => {
    const { current } = scroller;
    if (!current || !playing || isAway) return undefined;
    const leave = (): void => {
      // What is still on its way to the row that plays stops where it is: the writer's hand goes on from there.
      current.scrollTo({ top: current.scrollTop });
      setAway(true);
    };
    BY_HAND.forEach((name) => current.addEventListener(name, leave, { passive: true }));
    return () => BY_HAND.forEach((name) => current.removeEventListener(name, leave));
  }, [playing, isAway]);
  return {
    isAway: playing && isAway && !hasHand,
    comeBack: () => setAway(false),
    ref: (element) => {
      scroller.current = element;
    },
  };
}
