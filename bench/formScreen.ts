/**
 * The form of a song of 2,000 bars with ten parts in the real interface, wide and on a phone: how long it takes to
 * open, and from a tap or key to the frame that answers it. The aim is 50 ms a touch on this machine.
 * Run with: npm start in one shell, npx tsx bench/formScreen.ts in another (BACKLINE_URL names another address).
 */
import { chromium, type Page } from '@playwright/test';
import type { StoredSong } from '@backline/core/song/wire';
import { longForm } from './support';

const BOUND = 50;
const URL = process.env.BACKLINE_URL ?? 'http://127.0.0.1:4310';

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});

/** Times from a touch or key to its frame while something is done, milliseconds. */
async function answers(page: Page, act: () => Promise<void>): Promise<number[]> {
  await page.evaluate(() => {
    const times: number[] = [];
    new PerformanceObserver((list) => {
      for (const { name, duration } of list.getEntries()) {
        if (name === 'click' || name === 'keydown') times.push(duration);
      }
    }).observe({ type: 'event', durationThreshold: 16 } as PerformanceObserverInit);
    Object.assign(window, { times });
  });
  await act();
  await page.waitForTimeout(500);
  return page.evaluate(() => (window as unknown as { times: number[] }).times);
}

const middle = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0;

for (const viewport of [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
]) {
  const page = await browser.newPage({ baseURL: URL, viewport });
  await page.addInitScript(() => localStorage.setItem('backline/visited', '1'));
  const answer = await page.request.post('/api/songs', { data: { song: longForm(2000) } });
  const { id } = (await answer.json()) as StoredSong;
  const begun = performance.now();
  await page.goto(`/song/${id}/form`);
  await page.getByRole('slider', { name: 'The song at a glance' }).waitFor();
  const opened = performance.now() - begun;
  const drawn = await page.getByRole('button', { name: /^Bass in / }).count();
  await page.waitForTimeout(2000);
  const glance = page.getByRole('slider', { name: 'The song at a glance' });
  await glance.focus();
  const going = await answers(page, async () => {
    for (let i = 0; i < 12; i++) {
      await page.keyboard.press('ArrowRight');
      await page.waitForTimeout(150);
    }
  });
  const turned = page.getByRole('switch', { name: /^Keys plays in/ });
  const turning = await answers(page, async () => {
    for (let i = 0; i < 8; i++) {
      await turned.click();
      await page.waitForTimeout(700);
    }
  });
  const name = `${viewport.width} wide`;
  console.log(`${name}: opened in ${Math.round(opened)} ms; cells of the bass in the page: ${drawn} of 125`);
  console.log(
    `${name}: to the next playing ${middle(going)} ms, ${(middle(going) / BOUND).toFixed(2)} of the bound; ` +
      `a part turned on and off ${middle(turning)} ms, ${(middle(turning) / BOUND).toFixed(2)} of it`,
  );
  await page.request.delete(`/api/songs/${id}`);
  await page.close();
}
await browser.close();
