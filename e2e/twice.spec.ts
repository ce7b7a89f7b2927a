/** Everything that opens, adds or makes something is tapped twice within 80 milliseconds: it is done once, and nothing breaks. */
import { expect, test, type Locator, type Page } from '@playwright/test';
import { openDemo, openSongbook } from './support/songs';

/** Two clicks on the same place of the page, as a finger makes them that slips. */
async function tapTwice(page: Page, control: Locator): Promise<void> {
  await control.scrollIntoViewIfNeeded();
  const box = (await control.boundingBox())!;
  await page.evaluate(
    async ([x, y]) => {
      const tap = (): void => {
        const at = document.elementFromPoint(x!, y!);
        const target = at?.closest('a, button, [role=button], [role=switch]') ?? at;
        for (const type of ['pointerdown', 'mousedown', 'pointerup', 'mouseup', 'click']) {
          const init = { bubbles: true, cancelable: true, clientX: x!, clientY: y!, detail: 1 };
          target?.dispatchEvent(
            type.startsWith('pointer') ? new PointerEvent(type, init) : new MouseEvent(type, init),
          );
        }
      };
      tap();
      await new Promise((next) => setTimeout(next, 20));
      tap();
    },
    [box.x + box.width / 2, box.y + box.height / 2],
  );
}

/** Whatever went wrong in the page. */
function watch(page: Page): string[] {
  const wrong: string[] = [];
  page.on('pageerror', (error) => wrong.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !/404|Failed to load/.test(message.text())) wrong.push(message.text());
  });
  return wrong;
}

test('"New song" opens one song, and Back leads to the songbook at once', async ({ page }) => {
  const wrong = watch(page);
  await openSongbook(page);
  await tapTwice(page, page.getByRole('button', { name: 'New song', exact: true }));
  await expect(page.getByRole('button', { name: /^Verse, bar 1/ })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Songbook', level: 1 })).toBeVisible();
  expect(wrong).toEqual([]);
});

test('two songs in the history never take turns: the one in sight is open', async ({ page }) => {
  const wrong = watch(page);
  await openDemo(page, 'Last Ferry Out', 'chart');
  const first = page.url();
  await openDemo(page, 'Slipway', 'chart').catch(() => undefined);
  await page.goto(first);
  await expect(page.getByLabel('Title of the song')).toHaveValue('Last Ferry Out');
  expect(wrong).toEqual([]);
});

for (const screen of ['chart', 'form', 'band', 'mix'] as const) {
  test(`every button of ${screen} that is tapped twice breaks nothing, and what it made is made once`, async ({
    page,
  }) => {
    const wrong = watch(page);
    await openDemo(page, 'Last Ferry Out', screen, 2);
    const main = page.getByRole('main');
    await expect(main.getByRole('button').first()).toBeVisible();
    const names = await main
      .getByRole('button')
      .evaluateAll((all) => [
        ...new Set(all.map((one) => one.getAttribute('aria-label') ?? one.textContent ?? '')),
      ]);
    const address = page.url();
    for (const name of names.filter(Boolean).slice(0, 24)) {
      const control = main.getByRole('button', { name, exact: true }).first();
      if (!(await control.isVisible()) || !(await control.isEnabled())) continue;
      const sections = page.getByRole('button', { name: /^Section( \d+)?, bar 1:/ });
      const before = await sections.count();
      await tapTwice(page, control);
      await expect(page.getByLabel('Title of the song').or(page.getByRole('banner'))).not.toHaveCount(0);
      await expect(page.getByText('could not be shown')).toHaveCount(0);
      if (name === 'Add a section') await expect.poll(() => sections.count()).toBeLessThanOrEqual(before + 1);
      // One sheet at the most is open, and one step back closes it.
      expect(await page.getByRole('dialog').count()).toBeLessThanOrEqual(1);
      if (await page.getByRole('dialog').count()) await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
      expect(new URL(page.url()).pathname.split('/')[2]).toBe(new URL(address).pathname.split('/')[2]);
    }
    expect(wrong).toEqual([]);
  });
}
