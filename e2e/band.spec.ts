/** A band of one's own, and metres beyond quarters, on a phone. */
import { expect } from '@playwright/test';
import { findings } from './support/axe';
import { newSong, openBar, partNotes, saved, takeMidi, typeSong } from './support/songs';
import { listen, loudness } from './support/hearing';
import { test } from './support/test';

test.use({ viewport: { width: 390, height: 844 } });

test('parts of any kind come in, are doubled, named, ordered and taken out, and all of it undoes', async ({
  page,
}) => {
  await newSong(page);
  await page.getByRole('link', { name: 'Band' }).click();
  const add = page.getByLabel('Add a part', { exact: true });
  await add.selectOption('percussion');
  await add.selectOption('guitar');
  await expect(page.getByRole('group', { name: 'Guitar 2', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Page of Guitar 2' }).click();
  await page.getByRole('button', { name: 'The part itself' }).click();
  const name = page.getByLabel('Name of Guitar 2');
  await name.fill('Nylon');
  await name.press('Enter');
  await page.getByRole('button', { name: 'Move Nylon up' }).click();
  await page.getByRole('button', { name: 'Double Nylon' }).click();
  expect(await findings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Back to the band' }).click();
  await expect(page.getByRole('group', { name: 'Nylon 2', exact: true })).toBeVisible();
  expect(await findings(page)).toEqual([]);
  const file = await takeMidi(page);
  const names = file.tracks.map((t) => t.find((e) => e.kind === 'meta' && e.a === 3)?.text);
  expect(names).toEqual(expect.arrayContaining(['Guitar', 'Nylon', 'Nylon 2', 'Percussion']));
  // Three guitars on one pattern strike three different chords.
  expect(new Set(['Guitar', 'Nylon', 'Nylon 2'].map((n) => partNotes(file, n, 0, 400))).size).toBe(3);
  await page.getByRole('button', { name: 'Page of Nylon', exact: true }).click();
  await page.getByRole('button', { name: 'Remove Nylon', exact: true }).click();
  await expect(page.getByRole('group', { name: 'Nylon', exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo: remove a part/ }).click();
  await expect(page.getByRole('group', { name: 'Nylon', exact: true })).toBeVisible();
  await saved(page);
});

test('a second guitar, half time, a lead-in, other drums: each is heard where it is set and nowhere else', async ({
  page,
}) => {
  await listen(page);
  await typeSong(page, ['C', 'Am7', 'F', 'G7']);
  const band = async () => {
    await saved(page);
    const file = await takeMidi(page);
    return (name: string, from = 0, to = 4 * 1920) => partNotes(file, name, from, to);
  };
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByLabel('Add a part', { exact: true }).selectOption('guitar');
  const before = await band();

  await page.getByRole('button', { name: 'Page of Guitar 2' }).click();
  await page.getByRole('radio', { name: 'half time' }).click();
  const halved = await band();
  expect(halved('Guitar 2').length).toBeLessThan(before('Guitar 2').length);
  expect(halved('Guitar')).toBe(before('Guitar'));

  await page.getByRole('button', { name: 'Back to the band' }).click();
  await page.getByRole('button', { name: 'Page of Drums' }).click();
  await page.getByRole('button', { name: 'Another variation' }).click();
  const varied = await band();
  expect(varied('Drums')).not.toBe(halved('Drums'));
  expect(varied('Bass')).toBe(halved('Bass'));

  await page.getByRole('link', { name: 'Chart' }).click();
  await openBar(page, 2);
  await page.getByRole('tab', { name: 'Time' }).click();
  await page.getByRole('radiogroup', { name: 'The bass leads into it' }).getByText('by half steps').click();
  const led = await band();
  expect(led('Bass', 0, 1920)).not.toBe(varied('Bass', 0, 1920));
  expect(led('Bass', 1920)).toBe(varied('Bass', 1920));
  expect(led('Keys')).toBe(varied('Keys'));

  // What is agreed can be read, and let go.
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: 'Together' }).click();
  expect(await findings(page)).toEqual([]);
  await page.getByRole('switch', { name: 'Bass and kick' }).click();
  expect((await band())('Bass')).not.toBe(led('Bass'));

  // One part heard alone, and resting.
  await page.getByRole('button', { name: 'Hear Drums alone' }).click();
  await page.getByRole('button', { name: 'Loop this section' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.003);
  await page.getByRole('switch', { name: 'Drums plays' }).click();
  await expect.poll(() => loudness(page)).toBeLessThan(0.0005);
  await page.getByRole('switch', { name: 'Drums plays' }).click();
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.003);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
});

test('a chart in seven eighths with a pick-up and a ritardando is read, shown, played and written', async ({
  page,
}) => {
  await listen(page);
  await newSong(page);
  await page.getByRole('button', { name: 'Chart as text' }).click();
  await page
    .getByLabel('Chart', { exact: true })
    .fill(
      'title: Crooked Stair\nkey: Em\ntime: 7/8\ntempo: 200\n\n[Verse]\n{bar 1/4} Em | Em Cmaj7 | G | Am7\ntempo: 100 over 2\nB7 | Em',
    );
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect(page.getByText('E minor · 7/8 · Quayside')).toBeVisible();
  await expect(page.getByText('6 bars · pick-up')).toBeVisible();
  await expect(page.getByLabel('Tempo: 200 eighths a minute')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Verse, bar 2: E minor, 2 beats/ })).toBeVisible();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.003);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const conductor = (await takeMidi(page)).tracks[0]!;
  const signatures = conductor
    .filter((e) => e.kind === 'meta' && e.a === 0x58)
    .map((e) => e.bytes!.slice(0, 2));
  expect(signatures).toEqual([
    [1, 2],
    [7, 3],
  ]);
  expect(conductor.filter((e) => e.kind === 'meta' && e.a === 0x51).length).toBeGreaterThan(10);
});

test('the tempo and the length of a bar are set where the bar is, and found by axe to be in order', async ({
  page,
}) => {
  await newSong(page);
  await page.getByRole('button', { name: /^Verse, bar 1/ }).click();
  await page.getByRole('tab', { name: 'Time' }).click();
  await page.getByRole('button', { name: 'Key, metre or tempo from here' }).click();
  await page.getByLabel('Metre', { exact: true }).selectOption('6/8');
  await page.getByRole('button', { name: 'Change the metre' }).click();
  await page.getByRole('button', { name: 'Slower from here' }).click();
  await page.getByLabel('The tempo is reached').selectOption('over 2 bars');
  await page.getByLabel('The first bar').selectOption('pick-up of 1 beat');
  expect(await findings(page)).toEqual([]);
  await page.getByRole('button', { name: /^Close/ }).click();
  await expect(page.getByText(/6\/8.*pick-up/)).toBeVisible();
  await page.getByRole('button', { name: 'Take the song away' }).click();
  expect(await findings(page)).toEqual([]);
});
