/** Without the network: the app opens, a song that was used here is there, plays, and is worked on; later it is saved. */
import { expect } from '@playwright/test';
import { listen, loudness } from './support/hearing';
import { newSong, openSongbook, saved, typeSong } from './support/songs';
import { test } from './support/test';

test.use({ viewport: { width: 390, height: 844 }, serviceWorkers: 'allow' });

test('a song that was used opens, plays and is worked on without the network, and is saved when it is back', async ({
  page,
  context,
}) => {
  await listen(page);
  await typeSong(page, ['C', 'F']);
  await saved(page);
  const url = page.url();
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    while (!navigator.serviceWorker.controller) await new Promise((next) => setTimeout(next, 50));
  });
  // From the next visit on what is used is kept.
  await page.goto(url);
  await expect(page.getByRole('button', { name: /^Verse, bar 2: F major/ })).toBeVisible();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.005);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await page.getByRole('link', { name: 'Band' }).click();
  await expect(page.getByRole('switch', { name: 'Bass plays' })).toBeVisible();

  await context.setOffline(true);
  await page.goto(url);
  await expect(page.getByRole('button', { name: /^Verse, bar 2: F major/ })).toBeVisible();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.005);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await page.getByRole('button', { name: /^Verse, bar 2:/ }).click();
  await page.getByLabel('Chords of this bar').fill('Dm7');
  await expect(page.getByRole('banner').getByRole('status')).toContainText('Kept on this device');
  // What cannot be had now is said in words.
  await page.goto('/song/6b1f0a52-3a7e-4a55-9a3e-0000000000cd/chart');
  await expect(page.getByText('The server does not answer.')).toBeVisible();

  await context.setOffline(false);
  await page.goto(url);
  await expect(page.getByRole('button', { name: /^Verse, bar 2: D minor seven/ })).toBeVisible();
  await saved(page);
});

test('five edits, saved, the network gone: the fifth is there, said to be what this device keeps; a silent server too', async ({
  page,
  context,
}) => {
  await typeSong(page, ['C', 'F', 'G', 'Am', 'Dm']);
  await saved(page);
  const url = page.url();
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    while (!navigator.serviceWorker.controller) await new Promise((next) => setTimeout(next, 50));
  });
  const fifth = page.getByRole('button', { name: /^Verse, bar 5: D minor/ });
  const status = page.getByRole('banner').getByRole('status');
  await context.setOffline(true);
  await page.goto(url);
  await expect(fifth).toBeVisible();
  await expect(status).toHaveText(/As kept on this device/);
  // The songbook says so as well.
  await page.goto('/');
  await expect(page.getByRole('status').getByText(/as this device keeps them/)).toBeVisible();
  // Sixty-five searches later the song is still there.
  await context.setOffline(false);
  await page.evaluate(async () => {
    for (let i = 0; i < 65; i++) await fetch(`/api/songs?find=${i}`);
  });
  // A server that takes the connection and says nothing.
  await page.route('**/api/songs/**', () => undefined);
  await page.goto(url);
  await expect(fifth).toBeVisible();
  await expect(status).toHaveText(/As kept on this device/);
  await page.unroute('**/api/songs/**');
  await expect(status).toHaveText('Saved');
  // An edit goes on from there: nobody has changed it elsewhere.
  await page.getByRole('button', { name: /^Verse, bar 5:/ }).click();
  await page.getByLabel('Chords of this bar').fill('Em7');
  await page.getByRole('button', { name: /^Close/ }).click();
  await saved(page);
});

test('a song is begun without the network, outlives a reload, and is stored when it is back', async ({
  page,
  context,
}) => {
  await newSong(page);
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    while (!navigator.serviceWorker.controller) await new Promise((next) => setTimeout(next, 50));
  });
  await openSongbook(page);
  await expect(page.getByRole('button', { name: 'New song', exact: true })).toBeVisible();
  await context.setOffline(true);
  await newSong(page);
  const url = page.url();
  // Nothing is written in it yet: it is there all the same.
  await page.goto(url);
  await page.getByRole('button', { name: /^Verse, bar 1/ }).click();
  await page.getByLabel('Chords of this bar').fill('Bbmaj7');
  await expect(page.getByRole('banner').getByRole('status')).toContainText('Kept on this device');
  await page.goto(url);
  await expect(page.getByRole('button', { name: /^Verse, bar 1: B flat major seven/ })).toBeVisible();

  await context.setOffline(false);
  await page.goto(url);
  await expect(page.getByRole('button', { name: /^Verse, bar 1: B flat major seven/ })).toBeVisible();
  await saved(page);
  const stored = (await (await page.request.get(`/api/songs/${url.split('/').at(-2)!}`)).json()) as {
    song: { sections: { drafts: { chords: { symbol: string }[] }[] }[] };
  };
  expect(stored.song.sections[0]!.drafts[0]!.chords[0]!.symbol).toBe('Bbmaj7');
});
