import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test, type Page } from '@playwright/test';
import { firstVisit } from './support/songs';
import type axeCore from 'axe-core';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What axe finds wrong on the page as it stands. */
async function findings(page: Page): Promise<string[]> {
  await page.evaluate(AXE);
  return page.evaluate(async () => {
    const { axe } = window as unknown as { axe: typeof axeCore };
    const { violations } = await axe.run(document, {
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'],
    });
    return violations.flatMap((v) =>
      v.nodes.map((n) => `${v.id}: ${n.html.slice(0, 140)} ${n.failureSummary?.split('\n')[1] ?? ''}`),
    );
  });
}

for (const scheme of ['light', 'dark'] as const) {
  for (const viewport of [
    { width: 390, height: 844 },
    { width: 1280, height: 800 },
  ]) {
    test(`axe finds nothing, ${scheme}, ${viewport.width} wide`, async ({ page }) => {
      await page.setViewportSize(viewport);
      await page.emulateMedia({ colorScheme: scheme });
      await firstVisit(page);
      await expect(page.getByRole('button', { name: /^Intro, bar 1/ })).toBeVisible();
      expect(await findings(page)).toEqual([]);
      await page.getByRole('button', { name: /^Intro, bar 2/ }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
      expect(await findings(page)).toEqual([]);
      await page.getByRole('button', { name: /^Close/ }).click();
      await page.getByRole('link', { name: 'Form' }).click();
      await page.getByRole('button', { name: /^Keys in Intro/ }).click();
      expect(await findings(page)).toEqual([]);
      await page.getByRole('link', { name: 'Band' }).click();
      await page.getByRole('button', { name: 'More settings of Guitar' }).click();
      expect(await findings(page)).toEqual([]);
      await page.getByRole('button', { name: 'Songbook' }).click();
      await expect(page.getByRole('link', { name: /^Open Last Ferry Out/ })).toBeVisible();
      expect(await findings(page)).toEqual([]);
    });
  }
}

/** Moves the focus on by the Tab key until it stands on a control of a name. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < 150; i++) {
    await page.keyboard.press('Tab');
    const label = await page.evaluate(() => {
      const active = document.activeElement;
      return active?.getAttribute('aria-label') ?? active?.textContent ?? '';
    });
    if (name.test(label)) return;
  }
  throw new Error(`The Tab key never reaches ${String(name)}`);
}

test('the whole job works by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await page.evaluate(() => localStorage.setItem('backline/visited', '1'));
  await page.goto('/');
  await expect(page.getByRole('link', { name: /^Open/ }).first()).toBeVisible();
  await tabTo(page, /^(?!Delete|Open).*New song$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Verse, bar 1/ })).toBeVisible();
  await tabTo(page, /^Verse, bar 1/);
  await page.keyboard.press('Enter');
  const field = page.getByLabel('Chords of this bar');
  await expect(field).toBeFocused();
  for (const bar of ['Em', 'C', 'G']) {
    await page.keyboard.press('Control+a');
    await page.keyboard.type(bar);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Control+a');
  await page.keyboard.type('D');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Verse, bar 3: G major, 4 beats/ })).toBeVisible();
  await tabTo(page, /^Band$/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Bass plays$/);
  await page.keyboard.press('Space');
  await expect(page.getByRole('switch', { name: 'Bass plays' })).not.toBeChecked();
  await tabTo(page, /^Play$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible({ timeout: 30_000 });
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});
