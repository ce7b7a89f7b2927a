/** In the hand: what a phone shows while chords come in, upright, with its keyboard up, and lying; playing and touching. */
import { expect, type Locator, type Page } from '@playwright/test';
import { findings } from './support/axe';
import { smallTargets } from './support/targets';
import { firstVisit, longChart, newChart, openBar, saved, typeSong } from './support/songs';
import { test } from './support/test';
import { settled } from './support/settled';

/** Whether all of something stands between the top of the screen and what lies at its bottom. */
async function isInSight(page: Page, what: Locator): Promise<boolean> {
  const box = await what.boundingBox();
  const bar = await page.getByRole('region', { name: 'Transport' }).boundingBox();
  const { height, width } = page.viewportSize()!;
  const floor = bar && bar.y > height / 2 ? bar.y : height;
  return box !== null && box.y >= 0 && box.y + box.height <= floor + 1 && box.x >= 0 && box.x < width;
}

const way = (page: Page, name: string) => page.getByRole('tab', { name }).click();
const inSight = (page: Page, what: Locator, name: string) =>
  expect.poll(() => isInSight(page, what), { message: name }).toBe(true);

test.describe('upright', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('each way shows what it is for, and the row in hand, without scrolling', async ({ page }) => {
    await firstVisit(page);
    await page.getByRole('button', { name: /^Verse, bar 4/ }).click();
    const row = page.getByRole('button', { name: /^Verse, bar 4/ });
    await way(page, 'Choose');
    await inSight(page, page.getByRole('radiogroup', { name: 'Root' }), 'roots');
    await inSight(page, page.getByRole('radio', { name: 'E nine' }), 'everyday chords');
    await inSight(page, page.getByRole('radiogroup', { name: 'Bass' }), 'basses');
    await inSight(page, row, 'the row');
    await way(page, 'Pads');
    for (const pad of [1, 7])
      await inSight(page, page.getByRole('button', { name: new RegExp(`^Pad ${pad}:`) }), `pad ${pad}`);
    await inSight(page, page.getByRole('slider', { name: 'How rich' }), 'how rich');
    await inSight(page, page.getByRole('slider', { name: 'How high' }), 'how high');
    await inSight(page, row, 'the row');
    await way(page, 'Play');
    await inSight(page, page.getByRole('group', { name: 'Keys', exact: true }).first(), 'an octave of keys');
    await inSight(page, page.getByRole('button', { name: 'Take the name' }), 'the name');
    await way(page, 'Voicing');
    await inSight(page, page.getByRole('button', { name: 'Inversion up' }), 'steps of the keys');
    await inSight(page, row, 'the row');
    await page.getByRole('radio', { name: 'Guitar', exact: true }).click();
    await inSight(page, page.getByRole('img', { name: /^Chord diagram/ }), 'the shape');
    await expect(page.getByRole('link', { name: 'Band' })).toHaveCount(0);
    await page.getByRole('button', { name: /^Close/ }).click();
    await expect(page.getByRole('link', { name: 'Band' })).toBeVisible();
  });

  test('the chart goes along with what plays, lets the writer look elsewhere, and comes back at a tap', async ({
    page,
  }) => {
    await firstVisit(page);
    await page.getByRole('button', { name: /^Places of the song/ }).click();
    await page.getByRole('button', { name: 'Bridge, 8 bars' }).click();
    expect(await findings(page)).toEqual([]);
    await page.getByRole('button', { name: 'Close Places of the song' }).click();
    const bridge = page.getByRole('button', { name: /^Bridge, bar 1/ });
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await inSight(page, bridge, 'what plays');
    await page.mouse.move(200, 300);
    await page.mouse.wheel(0, -2000);
    const back = page.getByRole('button', { name: 'Back to what plays' });
    await expect(back).toBeVisible();
    await expect.poll(() => isInSight(page, bridge)).toBe(false);
    await back.click();
    await inSight(page, page.getByRole('button', { name: /^Bridge, bar [1-8]:/ }).first(), 'what plays');
    await expect(back).toHaveCount(0);
    await page.getByRole('button', { name: 'Stop', exact: true }).click();

    // Play begins at the bar in hand; from the top is beside it.
    await page.getByRole('button', { name: /^Verse, bar 3/ }).click();
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    const transport = page.getByRole('region', { name: 'Transport' });
    await expect(transport).toContainText(/Verse, bar [34]/);
    await page.getByRole('button', { name: 'From the top' }).click();
    await expect(transport).toContainText('Intro, bar 1');
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
  });

  test('the tempo is typed, tapped in and held', async ({ page }) => {
    await typeSong(page, ['C']);
    await page.getByRole('button', { name: /^Tempo: 104/ }).click();
    const field = page.getByLabel('Beats a minute');
    await field.fill('88');
    await field.press('Enter');
    await expect(page.getByRole('button', { name: /^Tempo: 88/ })).toBeVisible();
    const more = (await page.getByRole('button', { name: 'Faster' }).boundingBox())!;
    await page.mouse.move(more.x + 20, more.y + 20);
    await page.mouse.down();
    await expect.poll(async () => Number(await field.inputValue())).toBeGreaterThan(92);
    await page.mouse.up();
    const tap = page.getByRole('button', { name: 'Tap' });
    for (let i = 0; i < 4; i++) await tap.click();
    await expect(page.getByText(/beats a minute$/)).toBeVisible();
    // However late a busy machine taps: what was tapped is the tempo, and is told.
    await expect(page.getByText(`${await field.inputValue()} beats a minute`).last()).toBeVisible();
    expect(await findings(page)).toEqual([]);
  });
});

test.describe('by touch', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('a finger that starts on a level and scrolls changes nothing; one that slides does', async ({
    page,
  }) => {
    await typeSong(page, ['C']);
    await page.getByRole('link', { name: 'Band' }).click();
    await page.getByRole('button', { name: 'Page of Bass' }).click();
    await page.getByRole('button', { name: 'What it plays' }).click();
    await page.getByRole('button', { name: 'Place in the sound' }).click();
    await page.getByRole('button', { name: 'The part itself' }).click();
    const level = page.getByRole('slider', { name: 'Level' });
    const before = await level.inputValue();
    const box = (await level.boundingBox())!;
    const cdp = await page.context().newCDPSession(page);
    const finger = async (points: readonly (readonly [number, number])[]): Promise<void> => {
      for (const [i, [x, y]] of points.entries()) {
        const type = i === 0 ? 'touchStart' : 'touchMove';
        await cdp.send('Input.dispatchTouchEvent', { type, touchPoints: [{ x, y }] });
        await settled(page);
      }
      await cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    };
    const [x, y] = [box.x + box.width * 0.15, box.y + box.height / 2];
    await finger([0, 10, 30, 60, 100, 150].map((by) => [x, y - by] as const));
    await expect(level).toHaveValue(before);
    await expect(page.getByRole('button', { name: /change the mix/ })).toHaveCount(0);
    const now = (await level.boundingBox())!;
    const middle = now.y + now.height / 2;
    await finger([0, 10, 20, 40, 60].map((by) => [now.x + now.width * 0.3 + by, middle] as const));
    await expect(level).not.toHaveValue(before);
    await expect(page.getByRole('button', { name: /^Undo: change the mix/ })).toBeVisible();
  });
});

test.describe('with the keyboard up', () => {
  test.use({ viewport: { width: 390, height: 500 } });

  test('field, error and remedy stay in sight, with the row in hand', async ({ page }) => {
    await typeSong(page, ['C', 'F']);
    await openBar(page, 2);
    const field = page.getByLabel('Chords of this bar');
    await field.fill('Gm77');
    await inSight(page, field, 'the field');
    await inSight(page, page.getByRole('alert'), 'the error');
    await inSight(page, page.getByRole('button', { name: 'Use Gm7' }), 'the remedy');
    await inSight(page, page.getByRole('button', { name: /^Verse, bar 2:/ }), 'the row');
    expect(await findings(page)).toEqual([]);
  });
});

test.describe('lying', () => {
  test.use({ viewport: { width: 844, height: 390 } });

  test('the sheet stands beside the chart, with more than half the height for what is entered', async ({
    page,
  }) => {
    await firstVisit(page);
    await page.getByRole('button', { name: /^Verse, bar 1/ }).click();
    const row = (await page.getByRole('button', { name: /^Verse, bar 1/ }).boundingBox())!;
    const sheet = (await page.getByRole('dialog').boundingBox())!;
    expect(row.x + row.width).toBeLessThanOrEqual(sheet.x);
    expect(sheet.height).toBeGreaterThan(330);
    const field = (await page.getByLabel('Chords of this bar').boundingBox())!;
    expect(field.y + 200).toBeLessThan(390);
    expect(await findings(page)).toEqual([]);
    await page.getByRole('button', { name: /^Close/ }).click();
    await page.getByRole('link', { name: 'Form' }).click();
    expect(await findings(page)).toEqual([]);
  });
});

test.describe('what is touched', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('is 44 px at least, on every screen', async ({ page }) => {
    await firstVisit(page);
    const small: Record<string, string[]> = {};
    const look = async (name: string) => {
      await settled(page);
      const found = await smallTargets(page);
      if (found.length) small[name] = found;
    };
    await look('chart');
    await page.getByRole('button', { name: /^Verse, bar 4/ }).click();
    for (const name of ['Type', 'Choose', 'Pads', 'Play', 'Ideas', 'Library', 'Voicing', 'Time']) {
      await way(page, name);
      await look(name);
    }
    await page.getByRole('button', { name: /^Close/ }).click();
    await page.getByRole('button', { name: 'Shown and heard' }).click();
    await look('shown and heard');
    await page.getByRole('button', { name: /^Close/ }).click();
    await page.getByRole('link', { name: 'Form' }).click();
    await look('form');
    await page.getByRole('link', { name: 'Band' }).click();
    await look('band');
    await page.getByRole('button', { name: 'Page of Keys' }).click();
    for (const group of ['Touch', 'Instrument', 'Place in the sound', 'Voicing', 'The part itself'])
      await page.getByRole('button', { name: group, exact: true }).click();
    await look('a part');
    await page.getByRole('button', { name: 'Back to the band' }).click();
    await page.getByRole('button', { name: 'Styles: find another' }).click();
    await look('styles');
    await page.getByRole('button', { name: 'Close Styles' }).click();
    await page.getByRole('link', { name: 'Mix' }).click();
    await page.getByRole('button', { name: 'Loudness and tone of the whole' }).click();
    await page.getByRole('button', { name: 'Place and tone of Keys' }).click();
    await look('mix');
    await page.getByRole('button', { name: 'Take the song away' }).click();
    await look('files');
    await page.getByRole('link', { name: 'Whose sounds these are' }).click();
    await look('about');
    await page.getByRole('button', { name: 'Back' }).click();
    await page.getByRole('button', { name: 'Songbook' }).click();
    await look('songbook');
    expect(small).toEqual({});
  });
});

test('of a chart of 300 bars only what is near is in the page; keys, playing and finding go on as ever', async ({
  page,
}) => {
  await newChart(page, longChart(300));
  await expect(page.getByRole('button', { name: /^Part 1, bar 1:/ })).toBeVisible();
  const drawn = page.locator('[id^="bar-"]');
  await expect.poll(() => drawn.count()).toBeLessThan(70);
  expect(await drawn.count()).toBeGreaterThan(8);
  // The keyboard goes on past what was drawn, and what has the focus is in sight.
  await page.getByRole('button', { name: /^Part 1, bar 1:/ }).focus();
  for (let i = 0; i < 45; i++) {
    await page.keyboard.press('ArrowRight');
    await settled(page);
  }
  const bar = page.getByRole('button', { name: /^Part 1, bar 46:/ });
  await expect(bar).toBeFocused();
  await inSight(page, bar, 'the bar that has the focus');
  await expect.poll(() => drawn.count()).toBeLessThan(110);
  // Playing far away is followed there.
  await page.getByRole('button', { name: /^Places of the song/ }).click();
  await page.getByRole('button', { name: 'Part 5, 44 bars' }).click();
  await page.getByRole('button', { name: 'Close Places of the song' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await inSight(page, page.getByRole('button', { name: /^Part 5, bar [1-4]:/ }).first(), 'what plays');
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  // A bar that is written keeps its place, and the chart around it.
  await page.getByRole('button', { name: /^Part 5, bar 3:/ }).click();
  await page.getByLabel('Chords of this bar').fill('Ebmaj7');
  await page.getByRole('button', { name: /^Close/ }).click();
  await expect(page.getByRole('button', { name: /^Part 5, bar 3: E flat major seven/ })).toBeVisible();
  await saved(page);
});
