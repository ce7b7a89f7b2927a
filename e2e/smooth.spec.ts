import { expect, test, type Page } from '@playwright/test';
import { newSong } from './support/songs';

const SLOW = 50;

/** Counts the frames of the page, and those over 50 ms, while something is done. */
async function frames(page: Page, act: () => Promise<void>): Promise<{ all: number; slow: number }> {
  await page.evaluate(() => {
    const times: number[] = [];
    const tick = (now: number): void => {
      times.push(now);
      requestAnimationFrame(tick);
    };
    Object.assign(window, { times });
    requestAnimationFrame(tick);
  });
  await act();
  return page.evaluate((slow) => {
    const { times } = window as unknown as { times: number[] };
    const gaps = times.slice(1).map((t, i) => t - times[i]!);
    return { all: gaps.length, slow: gaps.filter((g) => g > slow).length };
  }, SLOW);
}

/** Printed, not asserted: a busy machine is slow whatever the chart does. The aim is at most 5 %. */
const percent = ({ all, slow }: { all: number; slow: number }): string =>
  `${slow} of ${all} (${((100 * slow) / all).toFixed(1)} %)`;

test('scrolling and dragging stay smooth in a chart of 200 bars', async ({ page }) => {
  const line = 'Am7 D7 | Gmaj7 C | F#m7b5 B7 | Em E7';
  const section = `[Verse]\n${Array(16).fill(line).join('\n')}`;
  const last = `[Ending]\n${Array(2).fill(line).join('\n')}`;
  await newSong(page);
  await page.getByRole('button', { name: 'Chart as text' }).click();
  await page
    .getByLabel('Chart', { exact: true })
    .fill(
      `title: Long\nkey: G\n\n${[section, section, section].map((s, i) => s.replace('Verse', `Part ${i + 1}`)).join('\n\n')}\n\n${last}`,
    );
  await page.getByRole('button', { name: 'Put it in' }).click();
  await page.getByRole('button', { name: /^Part 2, bar 10:/ }).click();
  await page.getByRole('tab', { name: 'Time' }).click();
  const grip = page.getByRole('slider', { name: /^Boundary between/ }).first();
  const box = (await grip.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.waitForTimeout(1500);

  const dragging = await frames(page, async () => {
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 0; i < 90; i++) await page.mouse.move(x + 30 * Math.sin(i / 8), y);
    await page.mouse.up();
    await page.waitForTimeout(200);
  });
  const scrolling = await frames(page, async () => {
    await page.mouse.move(190, 250);
    for (let i = 0; i < 60; i++) await page.mouse.wheel(0, i < 30 ? 240 : -240);
  });
  console.log(`frames over ${SLOW} ms: dragging ${percent(dragging)}, scrolling ${percent(scrolling)}`);
  expect(dragging.all).toBeGreaterThan(20);
  expect(scrolling.all).toBeGreaterThan(20);
});
