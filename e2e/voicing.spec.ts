import { expect, type Page } from '@playwright/test';
import { listen, loudness, takeHeard } from './support/hearing';
import { openBar, partNotes, saved, takeMidi, typeSong } from './support/songs';
import { test } from './support/test';

const BAR = 1920;
const BARS = [0, 1, 2, 3];

/** What a part plays in each bar, as text to compare. */
async function barsOf(page: Page, part: string): Promise<string[]> {
  await saved(page);
  const file = await takeMidi(page);
  return BARS.map((i) => partNotes(file, part, i * BAR, (i + 1) * BAR));
}

/** Which bars sound otherwise. */
const changed = (before: readonly string[], after: readonly string[]): number[] =>
  BARS.filter((i) => before[i] !== after[i]);

async function inKeysSettings(page: Page, act: () => Promise<void>): Promise<void> {
  await page.getByRole('link', { name: 'Band' }).click();
  await act();
  await page.getByRole('link', { name: 'Chart' }).click();
}

const heard = async (page: Page): Promise<void> => {
  await takeHeard(page);
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.001);
};

test('a voicing by hand stays while the others move, and is let go; shapes are copied and picked, each heard', async ({
  page,
}) => {
  await listen(page);
  await typeSong(page, ['Am7', 'D7', 'Gmaj7', 'Em7']);
  // Each chord in its own bar: none is felt early.
  await inKeysSettings(page, async () => {
    await page.getByRole('button', { name: 'Together' }).click();
    await page.getByRole('switch', { name: 'Chords felt early' }).click();
  });
  const plain = await barsOf(page, 'Keys');

  // By hand: an inversion of the second chord, heard at once.
  await openBar(page, 2);
  await page.getByRole('tab', { name: 'Voicing' }).click();
  await page.getByRole('radio', { name: 'Keys', exact: true }).click();
  await page.getByRole('button', { name: 'Inversion up' }).click();
  await heard(page);
  await expect(page.getByText(/set by hand$/)).toBeVisible();
  await page.getByRole('button', { name: /^Close/ }).click();
  await expect(page.getByRole('button', { name: /^Verse, bar 2: .*voicing set by hand/ })).toBeVisible();
  const byHand = await barsOf(page, 'Keys');
  expect(changed(plain, byHand)).toContain(1);

  // A lower register, then a wider spread: every auto chord moves, the one by hand does not.
  await inKeysSettings(page, async () => {
    await page.getByRole('button', { name: 'Page of Keys' }).click();
    await page.getByRole('button', { name: 'Voicing', exact: true }).click();
    await expect(page.getByText('1 set by hand stays.')).toBeVisible();
    await page.getByRole('slider', { name: 'Register' }).fill('46');
  });
  const lower = await barsOf(page, 'Keys');
  expect(changed(byHand, lower)).toEqual([0, 2, 3]);
  await inKeysSettings(page, async () => {
    await page.getByRole('button', { name: 'Page of Keys' }).click();
    await page.getByRole('slider', { name: 'Spread' }).fill('8');
  });
  const wider = await barsOf(page, 'Keys');
  expect(changed(lower, wider)).toEqual([0, 2, 3]);

  // Let go it moves with the others.
  await openBar(page, 2);
  await page.getByRole('button', { name: 'Back to auto' }).click();
  await heard(page);
  expect(changed(wider, await barsOf(page, 'Keys'))).toContain(1);

  // The shape of the first chord, laid on the last.
  await openBar(page, 1);
  await page.getByRole('button', { name: 'Copy the shape' }).click();
  await openBar(page, 4);
  await page.getByRole('button', { name: /^Lay Am7’s shape here/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Laid on one chord.' })).toBeVisible();
  await page.getByRole('button', { name: 'Hear this voicing' }).click();
  await heard(page);

  // Another shape of the guitar, seen as a diagram and on a staff.
  const strummed = await barsOf(page, 'Guitar');
  await openBar(page, 3);
  await page.getByRole('radio', { name: 'Guitar', exact: true }).click();
  await expect(page.getByRole('img', { name: /^Chord diagram of Gmaj7/ }).locator('svg')).toBeVisible();
  await page.getByRole('button', { name: 'Next shape' }).click();
  await heard(page);
  await expect(page.getByRole('img', { name: /on a staff/ }).locator('svg')).toBeAttached();
  expect(changed(strummed, await barsOf(page, 'Guitar'))).toEqual([2]);
  await openBar(page, 3);

  // A fret outside the chord is said, and the nearest shape offered.
  await page
    .getByRole('radiogroup', { name: /^String 1/ })
    .getByRole('radio', { name: /^fret 1/ })
    .click();
  await expect(page.getByRole('alert')).toContainText('String 1 sounds F, which is not in Gmaj7.');
  await page.getByRole('button', { name: /^Use the nearest/ }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);

  // Tomorrow it is as it was left.
  const last = await barsOf(page, 'Guitar');
  await page.reload();
  await expect(page.getByRole('button', { name: /^Verse, bar 3: .*voicing set by hand/ })).toBeVisible();
  expect(await barsOf(page, 'Guitar')).toEqual(last);
});
