import type { Page } from '@playwright/test';

/** What can be touched and is smaller than a fingertip, 44 px, in either direction. */
export const smallTargets = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const least = 43.5;
    const touched =
      'button, a[href], input, select, textarea, [role=button], [role=radio], [role=switch], [role=tab], [role=slider]';
    return [...document.querySelectorAll<HTMLElement>(touched)].flatMap((element) => {
      const { width, height } = element.getBoundingClientRect();
      const style = getComputedStyle(element);
      const isOut =
        style.visibility === 'hidden' || style.pointerEvents === 'none' || width < 2 || height < 2;
      // Keys of a piano are as wide as an octave of them has room; a bar of the chart is as long as it lasts.
      const byLength = element.id.startsWith('bar-') || element.dataset.testid === 'piano key';
      const isSmall = height < least || (width < least && !byLength);
      return isSmall && !isOut
        ? [
            `${element.getAttribute('aria-label') ?? element.textContent}: ${Math.round(width)} × ${Math.round(height)}`,
          ]
        : [];
    });
  });
