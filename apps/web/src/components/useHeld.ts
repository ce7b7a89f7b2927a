import { useEffect, useRef } from 'react';

/** How long something is held before it goes on by itself, and how fast it then does, milliseconds. */
const WAITS = 450;
const EVERY = 90;

/**
 * Goes on while it is held. @returns what a button takes for what it does: whatever that has become meanwhile is done
 * next, and it ends where there is nothing more to do.
 */
export function useHeld(act: (() => void) | undefined) {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => () => clearTimeout(timer.current), []);
  return {
    delayLongPress: WAITS,
    onLongPress: (): void => {
      const goOn = (): void => {
        if (!latest.current) return;
        latest.current();
        timer.current = setTimeout(goOn, EVERY);
      };
      goOn();
    },
    onPressOut: (): void => clearTimeout(timer.current),
  };
}
