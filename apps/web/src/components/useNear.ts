import { useCallback, useEffect, useRef, useState } from 'react';

/** How far around the view a row or column is made ready, px: more than a flick of the finger goes. */
const AROUND = 900;

const told = new WeakMap<Element, (near: boolean) => void>();
let watcher: IntersectionObserver | null = null;

/** One watcher for every row of the page; null where the browser has none. */
function rowWatcher(): IntersectionObserver | null {
  if (typeof IntersectionObserver === 'undefined') return null;
  watcher ??= new IntersectionObserver(
    (entries) => entries.forEach((entry) => told.get(entry.target)?.(entry.isIntersecting)),
    { rootMargin: `${AROUND}px` },
  );
  return watcher;
}

export interface Near {
  /** Given to the row, which keeps its height whether it is near or not. */
  readonly ref: (row: HTMLElement | null) => void;
  readonly isNear: boolean;
}

/**
 * Whether a row of a long page is in view or close to it, so that only such rows are drawn.
 * One that holds the focus stays, however far it is scrolled away.
 * @param isLong false where the page is short enough to be drawn whole.
 */
export function useNear(isLong: boolean): Near {
  const [seen, setSeen] = useState(() => rowWatcher() === null);
  const row = useRef<HTMLElement | null>(null);
  const ref = useCallback((element: HTMLElement | null): void => {
    row.current = element;
  }, []);
  useEffect(() => {
    const { current } = row;
    const watch = rowWatcher();
    if (!isLong || !current || !watch) return undefined;
    told.set(current, (near) => setSeen(near || current.contains(document.activeElement)));
    watch.observe(current);
    return () => watch.unobserve(current);
  }, [isLong]);
  return { ref, isNear: !isLong || seen };
}
