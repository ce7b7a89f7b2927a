import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, type Page } from '@playwright/test';
import type axeCore from 'axe-core';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/** Looks at what is found that have to be alike: what is seen while colours change or something moves is none. */
const ALIKE = 3;

/**
 * What axe finds wrong on the page once it is there, and goes on finding.
 * @param only tags or rules to look for; all that the product keeps where it is left out.
 */
export async function findings(page: Page, only: readonly string[] = TAGS): Promise<string[]> {
  // A screen that is still on its way has no heading yet.
  await expect(page.getByRole('progressbar', { name: /^(Opening|Loading)/ })).toHaveCount(0);
  await page.evaluate(AXE);
  let found = await look(page, only);
  for (let alike = 1; found.length && alike < ALIKE;) {
    await page.waitForTimeout(250);
    const again = await look(page, only);
    alike = again.join() === found.join() ? alike + 1 : 1;
    found = again;
  }
  return found;
}

const look = (page: Page, only: readonly string[]): Promise<string[]> =>
  page.evaluate(
    async (runOnly) => {
      const { axe } = window as unknown as { axe: typeof axeCore };
      const { violations } = await axe.run(document, { runOnly });
      return violations.flatMap((v) =>
        v.nodes.map((n) => `${v.id}: ${n.html.slice(0, 140)} ${n.failureSummary?.split('\n')[1] ?? ''}`),
      );
    },
    [...only],
  );

/** The same in both schemes, the page being left in the first: between schemes only the colours differ. */
export async function findingsInBoth(page: Page, first: 'light' | 'dark'): Promise<string[]> {
  const found = await findings(page);
  await page.emulateMedia({ colorScheme: first === 'light' ? 'dark' : 'light' });
  // Colours are drawn by the next frame.
  await page.evaluate(() => new Promise(requestAnimationFrame));
  const colours = await findings(page, ['color-contrast']);
  await page.emulateMedia({ colorScheme: first });
  return [...found, ...colours];
}
