import { useFocusEffect } from 'expo-router';
import { useCallback, useEffect, useRef } from 'react';
import { sendUnsaved } from '../../state/unsavedElsewhere';

/** Waits between tries while something cannot be sent, milliseconds. */
const FIRST_WAIT = 1000;
const LONGEST_WAIT = 15_000;

/**
 * While the songbook is in sight what was left unsaved is sent: at once, when the network is back, and again and again
 * as long as something is left. After each try the list is asked for anew.
 */
export function useUnsavedSent(askAnew: () => Promise<unknown>): void {
  // The list as it is asked for now: another search has another way to ask anew.
  const asking = useRef(askAnew);
  useEffect(() => {
    asking.current = askAnew;
  });
  useFocusEffect(
    useCallback(() => {
      let timer: ReturnType<typeof setTimeout> | undefined;
      let isInSight = true;
      let wait = FIRST_WAIT;
      const send = async (): Promise<void> => {
        // Whatever comes of it, the next try is not lost with it.
        const isAway = await sendUnsaved().catch(() => true);
        await asking.current().catch(() => undefined);
        clearTimeout(timer);
        if (!isAway || !isInSight) return;
        timer = setTimeout(sendNow, wait);
        wait = Math.min(LONGEST_WAIT, wait * 2);
      };
      const sendNow = (): void => void send();
      sendNow();
      window.addEventListener('online', sendNow);
      return () => {
        isInSight = false;
        clearTimeout(timer);
        window.removeEventListener('online', sendNow);
      };
    }, []),
  );
}
