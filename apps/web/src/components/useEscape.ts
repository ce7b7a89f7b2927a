import { useLayoutEffect, useRef } from 'react';

/** What is open and closed by Escape, the last opened last. */
const open: symbol[] = [];

/** Escape closes what was opened last, and only that; from the moment it is seen on, however busy the device. */
export function useEscape(onClose: () => void): void {
  const close = useRef(onClose);
  useLayoutEffect(() => {
    close.current = onClose;
  });
  useLayoutEffect(() => {
    const own = Symbol('open');
    open.push(own);
    const press = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape' || open.at(-1) !== own) return;
      // Whoever was opened before hears nothing of it.
      event.stopImmediatePropagation();
      close.current();
    };
    // Caught on the way down: a text field keeps its keys to itself.
    window.addEventListener('keydown', press, true);
    return () => {
      open.splice(open.indexOf(own), 1);
      window.removeEventListener('keydown', press, true);
    };
  }, []);
}
