/**
 * Tests click as fast as the machine lets them, which no finger can: for the app every click comes a second after the
 * one before, so that none is taken for a finger that slipped. What a slip does has tests of its own (twice.spec).
 */
import { test as base } from '@playwright/test';

/** Runs in the page before the app: whoever hears a click later hears of a time of its own. */
function clicksApart(): void {
  let clicks = 0;
  window.addEventListener(
    'click',
    (event) => {
      const at = event.timeStamp + 1000 * ++clicks;
      Object.defineProperty(event, 'timeStamp', { value: at });
    },
    true,
  );
}

export const test = base.extend({
  context: async ({ context }, use) => {
    await context.addInitScript(clicksApart);
    await use(context);
  },
});
