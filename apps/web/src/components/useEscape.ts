import { useLayoutEffect, useRef } from 'react';

/** What is open: a page within its screen, or what lies over all of it. */
type Lies = 'within' | 'over';

/** What is open and closed by Escape, of each the last opened last. */
const open: Readonly<Record<Lies, symbol[]>> = { within: [], over: [] };

/** What lies over the screen is on top of its pages, whichever of them came first: after a reload their code comes as it comes. */
const onTop = (): symbol | undefined => open.over.at(-1) ?? open.within.at(-1);

/** Escape closes what is on top, and only that; from the moment it is seen on, however busy the device. */
export function useEscape(onClose: () => void, lies: Lies = 'over'): void {
  const close = useRef(onClose);
  useLayoutEffect(() => {
    close.current = onClose;
  });
  useLayoutEffect(() => {
    const own = Symbol('open');
    const alike = open[lies];
    alike.push(own);
    const press = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape' || onTop() !== own) return;
      // Whoever was opened before hears nothing of it.
      event.stopImmediatePropagation();
      close.current();
    };
    // Caught on the way down: a text field keeps its keys to itself.
    window.addEventListener('keydown', press, true);
    return () => {
      alike.splice(alike.indexOf(own), 1);
      window.removeEventListener('keydown', press, true);
    };
  }, [lies]);
}
