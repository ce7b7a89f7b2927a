import { useEffect, useRef, useState } from 'react';
import { usePlayer } from '../audio/player';

/** What a writer scrolls by: none of it comes from the chart itself. */
const BY_HAND = ['wheel', 'touchmove', 'pointerdown'] as const;

/** Room kept above what is brought into view, px. */
const MARGIN = 24;

/** Scrolls what scrolls around an element until it stands in view, as little as possible. */
export function bringIntoView(element: Element, scroller: HTMLElement): void {
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

/**
 * What scrolls goes along with the playback, until the writer scrolls away.
 * @param place what plays now, as a text: each other one is brought into view. @param elementOf where that stands; null
 * where it is not drawn. @param isHeld true where it stays as it is: something is in hand.
 */
export function useFollow(
  place: string,
  elementOf: (place: string) => Element | null,
  isHeld: boolean,
): Follow {
  const playing = usePlayer((s) => s.playing);
  const [isAway, setAway] = useState(false);
  const scroller = useRef<HTMLElement | null>(null);
  // Each start of the playback is followed anew.
  const [was, setWas] = useState(playing);
  if (was !== playing) {
    setWas(playing);
    setAway(false);
  }
  const follows = playing && !isAway && !isHeld;
  useEffect(() => {
    const element = follows && place ? elementOf(place) : null;
    if (element && scroller.current) bringIntoView(element, scroller.current);
  }, [follows, place, elementOf]);
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
    isAway: playing && isAway && !isHeld,
    comeBack: () => setAway(false),
    ref: (element) => {
      scroller.current = element;
    },
  };
}
