/** Solos on a phone: several takes, the best bars kept, others played again while the music runs; once by keyboard alone. */
import { expect, type Page } from '@playwright/test';
import type { StoredSong } from '@backline/core/song/wire';
import { findingsInBoth } from './support/axe';
import { heardFor, listen } from './support/hearing';
import { newChart, partNotes, saved, takeMidi } from './support/songs';
import { smallTargets } from './support/targets';
import { test } from './support/test';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const CHART = `title: Two Sheds
key: F
tempo: 140
style: lamplight

[Solo]
| Fmaj7 | D7 | Gm7 | C7 | Am7 | D7 | Gm7 | C7 |
| Cm7 | F7 | Bbmaj7 | Bbm6 | Am7 | D7 | Gm7 C7 | F6 |
`;
const BAR = 1920;

async function openTakes(page: Page, part: string): Promise<void> {
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: `Page of ${part}` }).click();
  await page.getByRole('button', { name: /^Takes/ }).click();
  await expect(page.getByRole('region', { name: `Takes of ${part}` })).toBeVisible();
}

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('region', { name: /^Takes of/ }).getByRole('button', { name });

/** Bars in hand: from one (from 1), so many. */
async function takeInHand(page: Page, bar: number, bars: string): Promise<void> {
  await button(page, /^Which bars/).tap();
  await page.getByRole('radio', { name: bars }).tap();
  await button(page, /^Which bars/).tap();
  await button(page, new RegExp(`^Solo, bar ${bar}, (without|from)`)).tap();
}

/** The song as the server has it, once all is saved. */
async function stored(page: Page): Promise<StoredSong['song']> {
  await saved(page);
  const id = /song\/([^/]+)/.exec(page.url())![1]!;
  return ((await (await page.request.get(`/api/songs/${id}`)).json()) as StoredSong).song;
}

const takesIn = async (page: Page, part: string) =>
  (await stored(page)).parts.find(({ id }) => id === part)!.takes ?? [];

test('six takes of a solo, the best bars of them, four bars played again while the music runs, another instrument, the keys step out', async ({
  page,
}) => {
  await listen(page);
  await newChart(page, CHART);
  await openTakes(page, 'Solo');
  await takeInHand(page, 1, '16 bars');
  for (let n = 1; n <= 6; n++) {
    await button(page, /^Play again/).tap();
    await expect(button(page, `Star Take ${n}`)).toBeVisible();
  }
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  expect(await findingsInBoth(page, 'light')).toEqual([]);
  expect(await smallTargets(page)).toEqual([]);

  // The best bars: a tap plays a take in one of them.
  for (const [take, bar] of [
    [2, 1],
    [2, 2],
    [4, 3],
    [1, 16],
  ]) {
    await button(page, `Take ${take} in bar ${bar} of Solo`).tap();
    await expect(button(page, new RegExp(`^Solo, bar ${bar}, from Take ${take}`))).toBeVisible();
  }
  await button(page, 'Next take').tap();
  // Steps close together are one to undo, for a second and a half: these are two.
  await page.waitForTimeout(1600);
  await button(page, 'Previous take').tap();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(button(page, /^Solo, bar 3, without a take/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(button(page, /^Solo, bar 3, from Take 4/)).toBeVisible();
  const before = await takeMidi(page);

  // Bars 9 to 12 once more, four times, without a pause in the music.
  await takeInHand(page, 9, '4 bars');
  for (let n = 7; n <= 10; n++) {
    await button(page, /^Play again/).tap();
    await expect(button(page, `Star Take ${n}`)).toBeVisible();
    expect((await heardFor(page, 0.3)).loudness).toBeGreaterThan(0.001);
  }
  for (let n = 0; n < 3; n++) {
    await button(page, 'Previous take').tap();
    expect((await heardFor(page, 0.3)).loudness).toBeGreaterThan(0.001);
  }
  await button(page, /^Star Take/).tap();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  const again = await takeMidi(page);
  const outside = (file: typeof again): string =>
    partNotes(file, 'Solo', 0, 8 * BAR - 480) + partNotes(file, 'Solo', 12 * BAR + 60);
  expect(outside(again)).toBe(outside(before));
  expect(partNotes(again, 'Solo', 8 * BAR, 12 * BAR)).not.toBe(partNotes(before, 'Solo', 8 * BAR, 12 * BAR));
  for (const part of ['Bass', 'Keys', 'Drums']) expect(partNotes(again, part)).toBe(partNotes(before, part));

  // Accepted: the last four are next, and a flute takes them over.
  await button(page, /^Accept/).tap();
  await expect(page.getByText('Solo, bars 13 to 16', { exact: true })).toBeVisible();
  await button(page, 'How new takes are played').tap();
  await page.getByLabel('Asked of').selectOption({ label: 'Marta Quay, flute' });
  await button(page, /^Play again/).tap();
  await expect(button(page, 'Star Take 11')).toBeVisible();
  const solos = await takesIn(page, 'solo');
  expect(solos).toHaveLength(11);
  expect(solos.at(-1)).toMatchObject({ player: 'marta-quay', settings: { instrument: 73 } });
  expect(solos.filter(({ starred }) => starred)).toHaveLength(1);

  // She tells what the keys play in her own way, then answers where they rest.
  await page.getByLabel('Plays', { exact: true }).selectOption({ label: 'Goes around the line of Keys' });
  await page.getByRole('radio', { name: 'builds' }).tap();
  await page.getByLabel('Longest phrase').selectOption({ label: '4 beats' });
  expect(await findingsInBoth(page, 'light')).toEqual([]);
  await button(page, /^Play again/).tap();
  await expect(button(page, /^Star Around Keys/)).toBeVisible();
  expect((await takesIn(page, 'solo')).at(-1)).toMatchObject({
    name: 'Around Keys',
    player: 'marta-quay',
    settings: { energy: 'builds', longestPhrase: 4 },
  });
  await page.getByLabel('Plays', { exact: true }).selectOption({ label: 'Throughout, its own line' });

  // Fours are traded with the keys: range and loop stay as the part is changed.
  await takeInHand(page, 1, '16 bars');
  await button(page, 'Trade bars with another part').tap();
  await page.getByLabel('With', { exact: true }).selectOption({ label: 'Keys' });
  await page.getByRole('button', { name: 'Trade', exact: true }).tap();
  await expect(button(page, /^Solo, bar 5, from Rest/)).toBeVisible();
  const last = await takeMidi(page);
  for (const [from, to] of [
    [4, 8],
    [12, 16],
  ] as const) {
    expect(partNotes(last, 'Solo', from * BAR + 10, to * BAR - 480)).toBe('');
    expect(partNotes(last, 'Keys', from * BAR, to * BAR)).not.toBe(
      partNotes(again, 'Keys', from * BAR, to * BAR),
    );
  }
  expect(partNotes(last, 'Keys', 9 * BAR, 12 * BAR - 480)).toBe(
    partNotes(again, 'Keys', 9 * BAR, 12 * BAR - 480),
  );
  const parts = page.getByRole('button', { name: /^Previous part/ });
  while (!(await page.getByRole('region', { name: 'Takes of Keys' }).isVisible())) await parts.first().tap();
  await expect(page.getByText('Solo, bars 1 to 16', { exact: true })).toBeVisible();

  // A turn of the page, and Back: everything is there.
  await saved(page);
  await expect.poll(() => page.url()).toContain('takes~keys');
  await page.reload();
  await expect(page.getByRole('region', { name: 'Takes of Keys' })).toBeVisible();
  await expect(button(page, /^Solo, bar 5, from Take 1/)).toBeVisible();
  await page.setViewportSize({ width: 844, height: 390 });
  await expect(button(page, /^Play again/)).toBeInViewport();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goBack();
  // Back is where the takes were opened from.
  await expect(page.getByRole('region', { name: 'Page of Solo' })).toBeVisible();
});

test('by keyboard alone: made, stepped through, named, put away and brought back', async ({ page }) => {
  await newChart(page, CHART);
  await openTakes(page, 'Solo');
  const press = async (name: string | RegExp, key = 'Enter'): Promise<void> => {
    await button(page, name).focus();
    await page.keyboard.press(key);
  };
  await press(/^Play again/);
  await expect(button(page, 'Star Take 1')).toBeVisible();
  await press(/^Play again/, ' ');
  await expect(button(page, 'Star Take 2')).toBeVisible();
  await press('Previous take');
  await press('Star Take 1');
  await press('Take 2 in bar 3 of Solo');
  await expect(button(page, /^Solo, bar 3, from Take 2/)).toBeVisible();
  await press('More of Take 1');
  await page.getByLabel('Name of the take').focus();
  await page.keyboard.type('Leans back');
  await page.getByLabel('Note about the take').focus();
  await page.keyboard.type('Bar 2 speaks.');
  await page.getByText('Put it away').focus();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('group', { name: /^Leans back, starred/ })).toBeVisible();
  await press('More of Leans back');
  await page.getByRole('button', { name: 'Put it away' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('group', { name: /^Leans back/ })).toHaveCount(0);
  await press('Put away');
  await press('Bring back Leans back');
  await expect(page.getByRole('group', { name: /^Leans back, starred/ })).toBeVisible();
  const [first] = await takesIn(page, 'solo');
  expect(first).toMatchObject({ name: 'Leans back', note: 'Bar 2 speaks.', starred: true });
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Page of Solo' })).toBeVisible();
});
