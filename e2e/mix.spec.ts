/** The mix on a phone: heard, measured, balanced at one tap, put back; and sound as files in every form. */
import { execFileSync } from 'node:child_process';
import { expect, type Page } from '@playwright/test';
import { findings } from './support/axe';
import { openDemo } from './support/songs';
import { test } from './support/test';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const DEMO = 'Last Ferry Out';

const slider = (page: Page, name: string) => page.getByRole('slider', { name });

test('parts are turned up and down, placed and toned, mixed otherwise in one section; all of it is undone', async ({
  page,
}) => {
  await openDemo(page, DEMO, 'mix');
  await expect(page.getByRole('heading', { name: /Mix$/, level: 1 })).toBeAttached();
  const level = slider(page, 'Level of Bass');
  const before = await level.inputValue();
  await level.press('ArrowRight');
  await level.press('ArrowRight');
  await expect(level).toHaveValue(String(Number(before) + 2));
  await page.getByRole('button', { name: 'Place and tone of Keys' }).click();
  await slider(page, 'High').press('ArrowRight');
  await slider(page, 'Pan').press('Home');
  await expect(page.getByText('100 % left')).toBeVisible();
  await page.getByRole('button', { name: /^Keys louder in Chorus/ }).click();
  await expect(page.getByText('+1.0 dB').last()).toBeVisible();
  await page.getByRole('radio', { name: 'Place', exact: true }).click();
  await page.getByRole('button', { name: /^Keys further right in Chorus/ }).click();
  await expect(page.getByText('22 % right')).toBeVisible();
  await page.getByRole('radio', { name: 'Room', exact: true }).click();
  await page.getByRole('button', { name: /^Keys nearer in Chorus/ }).click();
  await expect(page.getByText('11 % nearer')).toBeVisible();
  expect(await findings(page)).toEqual([]);
  // Two presses on a slider are one step or two, by how fast they came.
  const undo = page.getByRole('button', { name: /^Undo/ });
  for (let i = 0; i < 10 && (await level.inputValue()) !== before; i++) await undo.click();
  await expect(level).toHaveValue(before);
  await expect(undo).toBeDisabled();
});

test('the band is balanced at one tap: told part by part, heard both ways, put back one by one and all at once', async ({
  page,
}) => {
  await openDemo(page, DEMO, 'mix');
  // Somebody has turned the bass down and the keys up.
  await slider(page, 'Level of Bass').press('Home');
  for (let i = 0; i < 3; i++) await slider(page, 'Level of Bass').press('PageUp');
  await slider(page, 'Level of Keys').press('End');
  const keys = await slider(page, 'Level of Keys').inputValue();
  await page.getByRole('button', { name: 'Balance the parts' }).click();
  await expect(page.getByRole('button', { name: 'Stop measuring' })).toBeVisible();
  const changes = page.getByRole('group', { name: 'What the balance has changed' });
  await expect(changes).toBeVisible({ timeout: 240_000 });
  await expect(slider(page, 'Level of Keys')).not.toHaveValue(keys);
  expect(Number(await slider(page, 'Level of Keys').inputValue())).toBeLessThan(Number(keys));
  await expect(page.getByRole('img', { name: /^Loudness over the song, from/ })).toBeVisible();
  await changes.getByRole('radio', { name: 'as it was' }).click();
  await changes.getByRole('radio', { name: 'as it is now' }).click();
  await changes.getByRole('button', { name: 'Put back Keys' }).click();
  await expect(slider(page, 'Level of Keys')).toHaveValue(keys);
  await changes.getByRole('button', { name: 'Take the new level of Keys' }).click();
  await expect(slider(page, 'Level of Keys')).not.toHaveValue(keys);
  expect(await findings(page)).toEqual([]);
  await changes.getByRole('button', { name: 'Put all back' }).click();
  await expect(slider(page, 'Level of Keys')).toHaveValue(keys);
  await expect(changes).toBeHidden();
});

test('measuring can be stopped, and a song in which nothing is heard is told', async ({ page }) => {
  await openDemo(page, DEMO, 'mix');
  await page.getByRole('button', { name: 'Balance the parts' }).click();
  await page.getByRole('button', { name: 'Stop measuring' }).click();
  await expect(page.getByRole('button', { name: 'Balance the parts' })).toBeVisible();
  for (const part of await page.getByRole('slider', { name: /^Level of / }).all()) await part.press('Home');
  await page.getByRole('button', { name: 'Balance the parts' }).click();
  await expect(page.getByRole('alert')).toContainText('Nothing is heard in this song', { timeout: 240_000 });
});

test('while it plays the meters move, and a sound that is missing leaves the rest playing', async ({
  page,
}) => {
  await page.route('**/sound/25.sf3', (route) => route.fulfill({ status: 404, body: 'gone' }));
  await openDemo(page, DEMO, 'mix');
  await page.getByRole('button', { name: /^Play/ }).first().click();
  const keys = page.getByRole('group', { name: 'Keys', exact: true });
  await expect(keys.getByText(/^−?\d+\.\d dB$/).first()).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/^Without .*guitar.*: .*The rest plays/)).toBeVisible();
});

test('sound is taken away as MP3 and Ogg, of a section, of one part; ffmpeg reads what was written', async ({
  page,
}) => {
  await openDemo(page, DEMO, 'mix');
  await page.getByRole('button', { name: 'Take the song away' }).click();
  const taken = async (button: string): Promise<string> => {
    const waiting = page.waitForEvent('download', { timeout: 240_000 });
    await page.getByRole('button', { name: button, exact: true }).click();
    return (await waiting).path();
  };
  const seconds = (file: string): number =>
    execFileSync('ffmpeg', ['-v', 'error', '-i', file, '-f', 's16le', '-ac', '2', '-ar', '44100', '-'], {
      maxBuffer: 1 << 28,
    }).length /
    4 /
    44_100;
  await page.getByRole('radio', { name: 'Intro' }).click();
  await page.getByRole('radio', { name: 'MP3' }).click();
  const mp3 = seconds(await taken('Take it as it is heard'));
  await page.getByRole('radio', { name: 'Ogg' }).click();
  const ogg = seconds(await taken('Take it as it is heard'));
  expect(Math.abs(mp3 - ogg)).toBeLessThan(0.1);
  expect(mp3).toBeGreaterThan(5);
  await page.getByRole('switch', { name: /^With the master/ }).click();
  const bass = seconds(await taken('Take Bass alone'));
  expect(bass).toBeGreaterThan(5);
  await page.getByRole('link', { name: 'Whose sounds these are' }).click();
  await expect(page.getByRole('heading', { name: 'About', level: 1 })).toBeVisible();
  await expect(page.getByText(/Salamander Grand Piano V3 by Alexander Holm, CC BY 3.0/)).toBeVisible();
  expect(await findings(page)).toEqual([]);
});
