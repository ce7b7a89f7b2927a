import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { saved, typeSong } from './support/songs';

const songId = (page: Page): string => /song\/([\w-]+)/.exec(page.url())![1]!;
const postgres = (verb: string): string =>
  execFileSync('bash', [join(import.meta.dirname, '../scripts/postgres.sh'), verb], { encoding: 'utf8' });

const setTitle = (page: Page, title: string) => page.getByLabel('Title of the song').fill(title);

/** Another device saves the song meanwhile. */
async function saveElsewhere(page: Page, title: string): Promise<void> {
  const path = `/api/songs/${songId(page)}`;
  const { revision, song } = (await (await page.request.get(path)).json()) as {
    revision: number;
    song: object;
  };
  const response = await page.request.put(path, { data: { revision, song: { ...song, title } } });
  expect(response.status()).toBe(200);
}

test('a song changed elsewhere: keep both loses neither', async ({ page }) => {
  await typeSong(page, ['C']);
  await saved(page);
  await saveElsewhere(page, 'Theirs');
  await setTitle(page, 'Mine');
  await expect(page.getByRole('alert')).toContainText('newer version');
  await page.getByRole('button', { name: 'Keep both' }).click();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Theirs');
  await page.getByRole('button', { name: 'Songbook' }).click();
  await expect(page.getByRole('link', { name: /^Open Theirs/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Open Mine \(mine\)/ })).toBeVisible();
});

test('a song changed elsewhere: keep mine, or take the newer', async ({ page }) => {
  await typeSong(page, ['C']);
  await saved(page);
  await saveElsewhere(page, 'Theirs');
  await setTitle(page, 'Mine');
  await page.getByRole('button', { name: 'Keep mine' }).click();
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Mine');
  await saveElsewhere(page, 'Theirs again');
  await setTitle(page, 'Mine again');
  await page.getByRole('button', { name: 'Take the newer' }).click();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Theirs again');
});

test('the database goes away while saving: the edit is kept, shown, and saved when it is back', async ({
  page,
}) => {
  await typeSong(page, ['C']);
  await saved(page);
  postgres('stop');
  try {
    await setTitle(page, 'Through the night');
    await expect(page.getByRole('alert')).toContainText(
      'The database is not answering. Your work is kept here',
    );
    await expect(page.getByRole('status')).toHaveText('Kept on this device, trying again');
  } finally {
    postgres('start');
  }
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Through the night');
});

test('the server does not answer and the page is reloaded: the unsaved edit is still there', async ({
  page,
}) => {
  await typeSong(page, ['C']);
  await saved(page);
  await page.route('**/api/songs/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await setTitle(page, 'Not yet saved');
  await expect(page.getByRole('alert')).toContainText('The server does not answer');
  await page.reload();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Not yet saved');
  await page.unroute('**/api/songs/*');
  await saved(page);
});

test('leaving a song at once after an edit loses nothing', async ({ page }) => {
  await typeSong(page, ['C']);
  await saved(page);
  await setTitle(page, 'Left in a hurry');
  await page.getByRole('button', { name: 'Songbook' }).click();
  const row = page.getByRole('link', { name: /^Open Left in a hurry/ }).first();
  await expect(row).toBeVisible();
  await row.click();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Left in a hurry');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await saved(page);
});

test('an unknown song and a songbook out of reach are said in words', async ({ page }) => {
  await page.goto('/song/6b1f0a52-3a7e-4a55-9a3e-1111111111ab/chart');
  await expect(page.getByRole('alert')).toContainText('not in the songbook');
  await page.evaluate(() => localStorage.setItem('backline/visited', '1'));
  await page.route('**/api/songs', (route) => route.abort());
  await page.goto('/');
  await expect(page.getByRole('alert')).toContainText('The songbook cannot be reached');
  await page.unroute('**/api/songs');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('link', { name: /^Open/ }).first()).toBeVisible();
});
