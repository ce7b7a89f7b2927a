import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { expect } from '@playwright/test';
import { firstVisit, newChart } from './support/songs';
import { heardFor, listen, loudness, takeHeard } from './support/hearing';
import { test } from './support/test';

test('a change made while playing is heard, without a stuck note when it stops', async ({ page }) => {
  await listen(page);
  await firstVisit(page);
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.005);
  await page.getByRole('slider', { name: 'Position' }).fill('22');
  await heardFor(page, 1.5);
  const full = (await heardFor(page, 2)).loudness;

  // All parts off, one by one, while it plays: from the next beat on there is less and less, then nothing.
  for (const part of ['Bass', 'Keys', 'Guitar', 'Strings', 'Solo', 'Drums']) {
    await page.getByRole('button', { name: `Silence ${part}` }).click();
  }
  await expect.poll(() => loudness(page)).toBeLessThan(full / 50);
  await page.getByRole('button', { name: 'Silence Bass' }).click();
  await expect.poll(() => loudness(page)).toBeGreaterThan(full / 20);

  // The way goes on meanwhile, and after stop all is still.
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect.poll(() => loudness(page)).toBeLessThan(0.0005);
});

test('a section goes round in a loop', async ({ page }) => {
  await firstVisit(page);
  await page.getByRole('button', { name: 'Loop this section' }).click();
  await expect(page.getByRole('button', { name: 'Stop looping Intro' })).toBeVisible();
  const position = page.getByRole('slider', { name: 'Position' });
  await position.fill('3');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(position).toHaveAttribute('aria-valuetext', 'Intro, bar 4');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await expect(position).toHaveAttribute('aria-valuetext', 'Intro, bar 1');
  await expect(position).toHaveAttribute('aria-valuetext', 'Intro, bar 2');
});

test('a count-in clicks before the band begins', async ({ page }) => {
  await listen(page);
  await firstVisit(page);
  await page.getByRole('button', { name: /^Tempo:/ }).click();
  await page.getByRole('switch', { name: 'Count-in' }).click();
  await page.getByRole('button', { name: 'Close Tempo' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByText('Count-in', { exact: true })).toBeVisible();
  const counted = await heardFor(page, 0.7);
  // Clicks are short: loud at their peak, nearly nothing on the whole.
  expect(counted.peak).toBeGreaterThan(0.1);
  expect(counted.loudness).toBeLessThan(counted.peak / 5);
  await expect(page.getByText('Intro, bar 1')).toBeVisible();
});

test('a sound that cannot be loaded is said, and the song can still be worked on', async ({ page }) => {
  await page.route('**/sound/drums.sf3', (route) => route.fulfill({ status: 404, body: '' }));
  await firstVisit(page);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText(
    'Without the drums: the sound file is not there (404). The rest plays',
  );
  await page.unroute('**/sound/drums.sf3');
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await expect(page.getByRole('alert')).toBeHidden();
});

test('the first sound of the demo needs under 7 MB of samples, its scripts at most 560 kB gzip', async ({
  page,
}) => {
  let bytes = 0;
  page.on('response', async (response) => {
    if (/\/sound\/.*\.sf3/.test(response.url())) bytes += (await response.body()).length;
  });
  await firstVisit(page);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByText('Intro, bar 2')).toBeVisible();
  expect(bytes).toBeGreaterThan(100_000);
  expect(bytes).toBeLessThan(7_000_000);
  // All that the page names, as the server sends it.
  const html = readFileSync(join(process.env.WEB_DIST!, 'index.html'), 'utf8');
  const scripts = [...html.matchAll(/src="([^"]+\.js)"/g)].map(([, src]) =>
    readFileSync(join(process.env.WEB_DIST!, src!)),
  );
  expect(scripts.length).toBeGreaterThan(0);
  const sent = scripts.reduce((sum, script) => sum + gzipSync(script, { level: 9 }).length, 0);
  expect(sent).toBeLessThan(560_000);
});

test('play can be stopped while the sounds load, and then starts neither here nor in the next song', async ({
  page,
}) => {
  let release!: () => void;
  const held = new Promise<void>((done) => (release = done));
  await page.route('**/sound/*.sf3', async (route) => {
    await held;
    await route.continue();
  });
  await listen(page);
  await firstVisit(page);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.getByRole('button', { name: 'Songbook' }).click();
  await page.getByRole('textbox', { name: /^Find a song/ }).fill('Salt on the Glass');
  await page
    .getByRole('link', { name: /^Open Salt on the Glass/ })
    .first()
    .click();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Salt on the Glass');
  release();
  await expect(page.getByRole('progressbar')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  expect((await takeHeard(page)).peak).toBeLessThan(0.001);
});

test('what is heard of a draft is stopped by the transport, and by leaving', async ({ page }) => {
  await listen(page);
  await firstVisit(page);
  await page.getByRole('button', { name: /^Section Verse / }).click();
  await page.getByRole('button', { name: /^Drafts/ }).click();
  await page.getByRole('button', { name: /^Hear/ }).first().click();
  await page.getByRole('button', { name: 'Stop hearing' }).click();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await expect.poll(() => loudness(page)).toBeLessThan(0.0005);
});

test('the playhead stays with the bar it plays, and the hand with its own, while bars come and go before them', async ({
  page,
}) => {
  await newChart(page, 'tempo: 60\n[Coast]\nC | Dm | Em | F\n[Harbour]\nG | Am | F | C');
  const position = page.getByRole('slider', { name: 'Position' });
  await expect(position).toHaveAttribute('max', '7');
  await position.fill('5');
  const stays = () => expect(page.getByText('Harbour, bar 2', { exact: true })).toBeVisible();
  const inHand = (bar: number) =>
    expect(page.getByRole('dialog', { name: `Coast, bar ${bar}`, exact: true })).toBeVisible();
  await stays();
  await page.getByRole('button', { name: /^Coast, bar 2/ }).click();
  await page.getByRole('tab', { name: 'Time' }).click();
  await page.getByRole('button', { name: 'Insert a bar after' }).click();
  await inHand(3);
  await stays();
  // Taken out again, the one before it is in hand.
  await page.getByRole('button', { name: 'Remove this bar' }).click();
  await inHand(2);
  await stays();
  await page.getByRole('button', { name: 'Remove this bar' }).click();
  await inHand(1);
  await stays();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await stays();
  // The same while it plays: four seconds a bar, so that there is time for it.
  await page.getByRole('button', { name: /^Close Coast/ }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.getByRole('button', { name: /^Coast, bar 2/ }).click();
  await page.getByRole('button', { name: 'Insert a bar after' }).click();
  await inHand(3);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText(/^Harbour, bar [2-4]$/)).toBeVisible();
});
