/**
 * Takes the pictures of docs/screenshots from a running app with the demo songs:
 * npm start in one shell, npx tsx scripts/screenshots.ts in another.
 */
import { chromium, type Page } from '@playwright/test';

const URL = process.env.BACKLINE_URL ?? 'http://127.0.0.1:4310';
const ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--autoplay-policy=no-user-gesture-required',
];
const SIZES = { phone: { width: 390, height: 844 }, wide: { width: 1280, height: 800 } };

async function openDemo(page: Page): Promise<void> {
  await page.goto(URL);
  await page.evaluate(() => localStorage.setItem('backline/visited', '1'));
  await page.goto(URL);
  await page.getByRole('link', { name: /^Open Last Ferry Out/ }).waitFor();
}

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS });
for (const [size, viewport] of Object.entries(SIZES)) {
  const page = await browser.newPage({ viewport, colorScheme: 'light' });
  const shoot = async (name: string): Promise<void> => {
    await page.waitForTimeout(600);
    await page.screenshot({ path: `docs/screenshots/${name}-${size}.png` });
  };
  await openDemo(page);
  await shoot('songbook');
  await page.getByRole('link', { name: /^Open Last Ferry Out/ }).click();
  await page.getByRole('button', { name: /^Intro, bar 1/ }).waitFor();
  await shoot('chart');
  await page.getByRole('button', { name: /^Verse, bar 4/ }).click();
  await shoot('chart-bar');
  await page.getByRole('button', { name: /^Close/ }).click();
  await page.getByRole('link', { name: 'Form' }).click();
  await page.getByRole('radio', { name: 'Chorus' }).first().click();
  await shoot('form');
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: 'More settings of Keys' }).click();
  await page.getByRole('group', { name: 'Keys', exact: true }).scrollIntoViewIfNeeded();
  await shoot('band');
  await page.close();
}
const dark = await browser.newPage({ viewport: SIZES.phone, colorScheme: 'dark' });
await openDemo(dark);
await dark.getByRole('link', { name: /^Open Salt on the Glass/ }).click();
await dark.getByRole('button', { name: /^Verse, bar 1/ }).waitFor();
await dark.waitForTimeout(600);
await dark.screenshot({ path: 'docs/screenshots/chart-phone-dark.png' });
await browser.close();
