/** A part on a staff: read on a phone by touch and by keyboard, along with the playback, after edits, and without the engraver. */
import { expect, type Page } from '@playwright/test';
import { findingsInBoth } from './support/axe';
import { longChart, newChart, openBar } from './support/songs';
import { smallTargets } from './support/targets';
import { test } from './support/test';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const CHART = `title: Quiet Sheds
key: F
tempo: 140
style: lamplight

[Verse]
| Fmaj7 | D7 | Gm7 | C7 |

[Solo]
| Cm7 | F7 | Bbmaj7 | Bbm6 |
`;

const page_ = (page: Page, part: string) => page.getByRole('region', { name: `Staff of ${part}` });
const notes = (page: Page) => page.locator('[data-passage] g.note');
const button = (page: Page, name: string | RegExp) =>
  page.getByRole('region', { name: /^Staff of/ }).getByRole('button', { name });
const inHand = (page: Page) => page.getByRole('group', { name: 'The note in hand' });

/** The size of the first passage, px, once it is there: it is put in anew where it is engraved anew. */
async function engravedSize(page: Page): Promise<{ width: number; height: number }> {
  const first = page.locator('[data-passage] > svg').first();
  for (;;) {
    await expect(first).toBeVisible();
    const box = await first.boundingBox();
    if (box) return box;
  }
}

async function openStaff(page: Page, part: string): Promise<void> {
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: `Page of ${part}` }).click();
  await page.getByRole('button', { name: 'On a staff' }).click();
  await expect(page_(page, part)).toBeVisible();
}

/** The bar whose lines have the colour of action: the one that plays. */
const playedBar = (page: Page): Promise<string | null> =>
  page.evaluate(() => {
    const lines = [...document.querySelectorAll<SVGElement>('g.measure > g.staff > path')];
    return lines.find(({ style }) => style.color)?.closest('g.measure')?.id ?? null;
  });

test('a line is read under its chords, a tapped note says why it is there, the song plays from it and the staff goes along', async ({
  page,
}) => {
  await newChart(page, CHART);
  await openStaff(page, 'Solo');
  await expect(notes(page).first()).toBeVisible();
  await expect(page.locator('[data-passage]').first()).toContainText('Fmaj7');
  // A finger is wider than a note.
  const head = await notes(page).nth(3).locator('.notehead').boundingBox();
  await page.touchscreen.tap(head!.x + 9, head!.y - 8);
  await expect(inHand(page)).toContainText(/^Bar \d of (Verse|Solo), beat/);
  await expect(inHand(page)).toContainText(/[A-G][♭♯]?\d, /);
  expect(await smallTargets(page)).toEqual([]);
  expect(await findingsInBoth(page, 'light')).toEqual([]);
  const before = await inHand(page).textContent();
  await button(page, 'Next note').tap();
  await expect(inHand(page)).not.toHaveText(before!);
  await button(page, 'Play from here').tap();
  await expect.poll(() => playedBar(page)).not.toBeNull();
  // It goes on by itself to the bars of the second section.
  await button(page, 'Put the note down').tap();
  await expect.poll(() => playedBar(page)).toMatch(/^b[4-7]$/);
  await page.getByRole('button', { name: 'Stop', exact: true }).tap();
  await expect.poll(() => playedBar(page)).toBeNull();
});

test('by keyboard: from note to note, each said; an octave, an instrument, another part', async ({
  page,
}) => {
  await newChart(page, CHART);
  await openStaff(page, 'Solo');
  await expect(notes(page).first()).toBeVisible();
  const group = page.getByRole('group', { name: /^Notes of Solo/ });
  await group.focus();
  await page.keyboard.press('ArrowRight');
  await expect(inHand(page)).toBeVisible();
  const first = await inHand(page).textContent();
  await page.keyboard.press('ArrowRight');
  await expect(inHand(page)).not.toHaveText(first!);
  await page.keyboard.press('ArrowLeft');
  await expect(inHand(page)).toHaveText(first!);
  // Before the first note there is none.
  await page.keyboard.press('ArrowLeft');
  await expect(inHand(page)).toHaveText(first!);
  const isTransposing = await page.getByRole('switch', { name: 'Written for its instrument' }).count();
  if (isTransposing) {
    await page.getByRole('switch', { name: 'Written for its instrument' }).focus();
    await page.keyboard.press('Space');
    await expect(inHand(page)).toContainText('sounds as');
  }
  await page.getByRole('switch', { name: 'Large' }).focus();
  const small = (await engravedSize(page)).height;
  await page.keyboard.press('Space');
  await expect.poll(async () => (await engravedSize(page)).height).toBeGreaterThan(small);
  await button(page, /^Previous part/).focus();
  await page.keyboard.press('Enter');
  await expect(page_(page, 'Solo')).toHaveCount(0);
  // How it is read stays; the note was the other part's.
  await expect(page.getByRole('switch', { name: 'Large' })).toBeChecked();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: /^Staff of/ })).toHaveCount(0);
});

test('Back closes the staff, a reload and a turned phone keep it, a changed chord is read at once', async ({
  page,
}) => {
  await newChart(page, CHART);
  await openStaff(page, 'Solo');
  await expect(notes(page).first()).toBeVisible();
  const width = async () => (await engravedSize(page)).width;
  const upright = await width();
  await page.setViewportSize({ width: 844, height: 390 });
  await expect.poll(width).toBeGreaterThan(upright + 50);
  await expect(page_(page, 'Solo')).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await expect.poll(async () => Math.abs((await width()) - upright)).toBeLessThan(10);
  await page.goBack();
  await expect(page_(page, 'Solo')).toHaveCount(0);
  await page.goForward();
  await expect(notes(page).first()).toBeVisible();
  await page.getByRole('link', { name: 'Chart' }).click();
  await openBar(page, 1);
  await page.getByLabel('Chords of this bar').fill('Ebmaj7');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await openStaff(page, 'Solo');
  await expect(page.locator('[data-passage]').first()).toContainText('maj7');
  await expect(page.locator('[data-passage]').first()).not.toContainText('Fmaj7');
});

test('of a song of 300 bars only what is near is engraved, and its end is reached', async ({ page }) => {
  await newChart(page, longChart(300));
  await openStaff(page, 'Bass');
  await expect(notes(page).first()).toBeVisible();
  const passages = await page.locator('[data-passage]').count();
  expect(passages).toBeGreaterThan(12);
  expect(await page.locator('[data-passage] svg.definition-scale').count()).toBeLessThan(passages / 2);
  await page.locator('[data-passage]').last().scrollIntoViewIfNeeded();
  await expect(page.locator('[data-passage]').last().locator('g.note').first()).toBeVisible();
});

test.describe('without the network', () => {
  test.use({ serviceWorkers: 'allow' });

  test('a staff that was read once is read again', async ({ page, context }) => {
    await newChart(page, CHART);
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
      while (!navigator.serviceWorker.controller) await new Promise((next) => setTimeout(next, 50));
    });
    // From the next visit on what is used is kept.
    await page.reload();
    await openStaff(page, 'Solo');
    await expect(notes(page).first()).toBeVisible();
    await context.setOffline(true);
    await page.reload();
    await expect(notes(page).first()).toBeVisible();
    await expect(page_(page, 'Solo').getByRole('alert')).toHaveCount(0);
  });
});

test('where the engraver cannot be had that is said, and asked for again it is there', async ({
  page,
  context,
}) => {
  await newChart(page, CHART);
  await context.route('**/engraving/verovio-*/**', (route) => route.abort());
  await openStaff(page, 'Solo');
  await expect(page_(page, 'Solo').getByRole('alert')).toContainText('The staff could not be engraved.');
  await context.unroute('**/engraving/verovio-*/**');
  await button(page, 'Try again').click();
  await expect(notes(page).first()).toBeVisible();
  await expect(page_(page, 'Solo').getByRole('alert')).toHaveCount(0);
});
