import { useEffect } from 'react';

/** How often a place that is on its way back on screen is looked for, animation frames. */
const TRIES = 10;

/** Where something is found again after it was drawn anew. */
const nameOf = (element: HTMLElement): string | null => element.getAttribute('aria-label');

const sameAs = (name: string): HTMLElement | undefined =>
  [...document.querySelectorAll<HTMLElement>('[aria-label]')].find((e) => nameOf(e) === name);

/**
 * Gives the focus back to what had it when this was opened, once it is closed, unless the focus has found a place of
 * its own by then. What was drawn anew meanwhile is known by its name.
 */
export function useReturnFocus(): void {
  useEffect(() => {
    const from = document.activeElement instanceof HTMLElement ? document.activeElement : null;
    const name = from && nameOf(from);
    const isSeen = from?.matches(':focus-visible') ?? false;
    return () => {
      if (!from || from === document.body) return;
      let tries = 0;
      const back = (): void => {
        const { activeElement } = document;
        if (activeElement && activeElement !== document.body && activeElement.isConnected) return;
        const target = from.isConnected ? from : name ? sameAs(name) : undefined;
        target?.focus({ preventScroll: !isSeen });
        if (document.activeElement !== target && ++tries < TRIES) requestAnimationFrame(back);
      };
      requestAnimationFrame(back);
    };
  }, []);
}
