/**
 * From a key to its picture in a chart of 300 bars, at a quarter of this machine's speed: the time from a
 * key pressed in the field to the frame that shows what it did. The aim is under 100 ms; and the lines in the page.
 * Run with: npm start in one shell, npx tsx bench/picture.ts in another (BACKLINE_URL names another address).
 */
import { chromium } from '@playwright/test';
import { longChart, newChart } from '../e2e/support/songs';

const SLOWER = 4;
const BOUND = 100;
const URL = process.env.BACKLINE_URL ?? 'http://127.0.0.1:4310';

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const page = await browser.newPage({ baseURL: URL, viewport: { width: 390, height: 844 } });
await newChart(page, longChart(300));
const bar = page.getByRole('button', { name: /^Part 4, bar 10:/ });
await page.getByRole('button', { name: /^Section Part 4 / }).scrollIntoViewIfNeeded();
await bar.click();
const field = page.getByRole('textbox', { name: /Chord/ });
await field.click();
await page.waitForTimeout(2000);
const drawn = await page.locator('[id^="bar-"]').count();
const cdp = await page.context().newCDPSession(page);
await cdp.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
await page.evaluate(() => {
  const times: number[] = [];
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) if (entry.name === 'keydown') times.push(entry.duration);
  }).observe({ type: 'event', durationThreshold: 16 } as PerformanceObserverInit);
  Object.assign(window, { times });
});
for (const key of ['F', 'm', '7', ' ', 'B', 'b', '7', 'Backspace', 'Backspace', 'E', 'b', '7']) {
  await page.keyboard.press(key);
  await page.waitForTimeout(700);
}
const times = await page.evaluate(() => (window as unknown as { times: number[] }).times);
const sorted = [...times].sort((a, b) => a - b);
const middle = sorted[Math.floor(sorted.length / 2)] ?? 0;
console.log(`bars drawn of 300: ${drawn}`);
console.log(
  `key to picture at 1/${SLOWER} speed: middle ${middle} ms, slowest ${sorted[sorted.length - 1] ?? 0} ms, ` +
    `${(middle / BOUND).toFixed(2)} of the bound`,
);
await browser.close();
