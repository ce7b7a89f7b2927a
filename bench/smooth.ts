/**
 * How smooth a chart of 200 bars is while it is dragged in and scrolled: the share of frames over 50 ms,
 * in the real interface. The aim is at most 5 % on a quiet machine.
 * Run with: npm start in one shell, npx tsx bench/smooth.ts in another (BACKLINE_URL names another address).
 */
import { chromium, type Page } from '@playwright/test';
import { longChart, newChart } from '../e2e/support/songs';

const SLOW = 50;
const URL = process.env.BACKLINE_URL ?? 'http://127.0.0.1:4310';

/** Counts the frames of the page, and those over 50 ms, while something is done. */
async function frames(page: Page, act: () => Promise<void>): Promise<string> {
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
  const { all, slow } = await page.evaluate((limit) => {
    const { times } = window as unknown as { times: number[] };
    const gaps = times.slice(1).map((t, i) => t - times[i]!);
    return { all: gaps.length, slow: gaps.filter((g) => g > limit).length };
  }, SLOW);
  return `${slow} of ${all} frames over ${SLOW} ms: ${((100 * slow) / all).toFixed(1)} %; bound 5 %`;
}

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const page = await browser.newPage({ baseURL: URL, viewport: { width: 390, height: 844 } });
await newChart(page, longChart(200));
await page.getByRole('button', { name: /^Section Part 2 / }).scrollIntoViewIfNeeded();
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
console.log(`dragging: ${dragging}`);
console.log(`scrolling: ${scrolling}`);
await browser.close();
