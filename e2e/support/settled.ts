import type { Page } from '@playwright/test';

/** Waits until what moves on the page has come to rest, and the next two pictures of it are drawn. */
export const settled = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    const moving = document.getAnimations().map(({ finished }) => finished.catch(() => undefined));
    await Promise.all(moving);
    for (let frame = 0; frame < 2; frame++) await new Promise(requestAnimationFrame);
  });
