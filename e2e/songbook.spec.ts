/** The songbook on a phone: songs are heard, found, tagged, renamed, doubled, chosen together, brought in and taken out. */
import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { findings } from './support/axe';
import { listen, loudness } from './support/hearing';
import { newSong, openSongbook, saved, typeSong } from './support/songs';
import { test } from './support/test';

test.use({ viewport: { width: 390, height: 844 } });

const find = (page: Page, words: string) => page.getByRole('textbox', { name: /^Find a song/ }).fill(words);
const row = (page: Page, title: string) => page.getByRole('link', { name: new RegExp(`^Open ${title}`) });

/** A song of this test's own in the songbook, which is then open. */
async function songCalled(page: Page, title: string): Promise<void> {
  await typeSong(page, ['D', 'G']);
  await page.getByLabel('Title of the song').fill(title);
  await saved(page);
  await page.getByRole('button', { name: 'Songbook' }).click();
}

test('a song is heard from the list, found by words and tag, renamed, doubled', async ({ page }) => {
  await listen(page);
  const title = `Tern ${Date.now()}`;
  const tag = `t${Date.now() % 1e8}`;
  await songCalled(page, title);
  await find(page, title);
  await expect(page.getByRole('listitem')).toHaveCount(1);
  await expect(page.getByRole('listitem').getByText(/^today: the title/)).toBeVisible();
  // Changed and left again, it is found as it is now, among what is looked for still.
  await row(page, title).click();
  await page.getByLabel('Title of the song').fill(`${title} a`);
  await page.getByRole('button', { name: 'Songbook' }).click();
  await expect(row(page, `${title} a`)).toBeVisible();
  await expect(page.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: `More about ${title} a` }).click();
  await page.getByLabel(`Title of ${title} a`).fill(title);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('button', { name: `Hear ${title}` }).click();
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.003);
  await page.getByRole('button', { name: `Stop ${title}` }).click();
  await expect(page.getByRole('button', { name: `Hear ${title}` })).toBeVisible();

  await page.getByRole('button', { name: `More about ${title}` }).click();
  await page.getByLabel(/^Tags of/).fill(`${tag}, slow`);
  await page.getByLabel(`Title of ${title}`).fill(`${title} b`);
  expect(await findings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('button', { name: `More about ${title} b` }).click();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await find(page, '');
  await page.getByRole('radio', { name: `#${tag}` }).click();
  await expect(page.getByRole('listitem')).toHaveCount(2);
  await page.getByLabel('Order').selectOption('title');
  await expect(page.getByRole('listitem').first()).toContainText(`${title} b`);
  expect(await findings(page)).toEqual([]);

  // Both at once into the bin.
  await page.getByRole('button', { name: 'Several' }).click();
  await page.getByRole('button', { name: 'All', exact: true }).click();
  await expect(page.getByRole('status').filter({ hasText: '2 songs chosen' })).toBeVisible();
  expect(await findings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByText('No song is called that.')).toBeVisible();
});

test('songs are taken out as a file and brought in again; what is none says why', async ({ page }) => {
  const title = `Gannet ${Date.now()}`;
  await songCalled(page, title);
  await find(page, title);
  await page.getByRole('button', { name: 'Several' }).click();
  await page.getByRole('checkbox', { name: `Choose ${title}` }).click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  const book = readFileSync((await (await waiting).path())!, 'utf8');
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  const bring = (name: string, content: string) =>
    page
      .locator('input[type=file]')
      .last()
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(content) });
  await bring('songs.json', book);
  await expect(page.getByRole('status').filter({ hasText: 'is brought in' })).toBeVisible();
  await expect(row(page, title)).toHaveCount(2);
  await bring('songs.json', book.slice(0, 300));
  await expect(page.getByRole('alert')).toContainText('damaged, or cut off');
  await bring('chart.txt', `title: ${title} chart\n[Verse]\nC | F`);
  await expect(row(page, `${title} chart`)).toBeVisible();
  await bring('chart.txt', '[Verse]\nC | H9');
  await expect(page.getByRole('alert')).toContainText('Line 2, column 5');
  await bring('words.txt', `${title} sheet\n\nVerse:\nG      D\nThe lamps are lit\nEm  C\n`);
  await expect(page.getByRole('status').filter({ hasText: 'Left out: one line of words.' })).toBeVisible();
  await expect(row(page, `${title} sheet`)).toBeVisible();
});

test('a new song is stored with its first edit, and one that was only looked at is not', async ({ page }) => {
  await newSong(page);
  const path = `/api/songs/${/song\/([\w-]+)/.exec(page.url())![1]!}`;
  expect((await page.request.get(path)).status()).toBe(404);
  // It is there as long as the tab is, through a reload too.
  await page.reload();
  await expect(page.getByRole('button', { name: /^Verse, bar 1/ })).toBeVisible();
  expect((await page.request.get(path)).status()).toBe(404);
  await page.getByRole('link', { name: 'Notes' }).click();
  await page.getByLabel('A note on the song').fill('begun at sea');
  await saved(page);
  expect((await page.request.get(path)).status()).toBe(200);
  await page.reload();
  await expect(page.getByLabel('A note on the song')).toHaveValue('begun at sea');
  expect(await findings(page)).toEqual([]);
});

test('an address that leads nowhere is a page of our own', async ({ page }) => {
  await openSongbook(page);
  await page.goto('/nowhere/at/all');
  await expect(page.getByRole('heading', { name: 'Nothing is at this address' })).toBeVisible();
  await expect(page).toHaveTitle('Nothing here – Vivid Backline');
  expect(await findings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Songbook' }).click();
  await expect(page.getByRole('heading', { name: 'Songbook' })).toBeVisible();
});
