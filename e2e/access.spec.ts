import { expect, test, type Page } from '@playwright/test';
import { findings } from './support/axe';
import { firstVisit } from './support/songs';

const WAYS = ['Choose', 'Pads', 'Play', 'Ideas', 'Library', 'Time', 'Type'];

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
      for (const way of WAYS) {
        await page.getByRole('tab', { name: way }).click();
        await page.waitForTimeout(150);
        expect(await findings(page), way).toEqual([]);
      }
      await page.getByRole('tab', { name: 'Choose' }).click();
      await page.getByRole('button', { name: 'All qualities' }).click();
      expect(await findings(page), 'all qualities').toEqual([]);
      await page.getByRole('tab', { name: 'Time' }).click();
      await page.getByRole('button', { name: 'Select bars' }).click();
      await page.getByRole('button', { name: 'Copy', exact: true }).click();
      await page.getByRole('button', { name: 'Keep…' }).click();
      expect(await findings(page), 'a run').toEqual([]);
      await page.getByRole('button', { name: /^Close/ }).click();
      await page.getByRole('button', { name: 'Degrees under the symbols' }).click();
      await page.getByRole('button', { name: 'Guide sound' }).click();
      expect(await findings(page), 'guide sound').toEqual([]);
      await page.getByRole('button', { name: /^Close/ }).click();
      await page.getByRole('button', { name: /change key or metre of the song$/ }).click();
      expect(await findings(page), 'key and metre').toEqual([]);
      await page.getByRole('button', { name: /^Close/ }).click();
      await page.getByRole('button', { name: /^Section Verse:/ }).click();
      expect(await findings(page), 'a section').toEqual([]);
      await page.getByRole('button', { name: /^Drafts/ }).click();
      expect(await findings(page), 'drafts').toEqual([]);
      await page.getByRole('button', { name: /^Close/ }).click();
      await page.getByRole('button', { name: 'Chart as text' }).click();
      expect(await findings(page), 'text').toEqual([]);
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
