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
const SIZES = {
  phone: { width: 390, height: 844 },
  wide: { width: 1280, height: 800 },
};

async function openDemo(page: Page): Promise<void> {
  await page.goto(URL);
  await page.evaluate(() => localStorage.setItem('backline/visited', '1'));
  await page.goto(URL);
  await page.getByRole('link', { name: /^Open Last Ferry Out/ }).waitFor();
}

type Shoot = (name: string) => Promise<void>;

const WAYS = ['pads', 'play', 'voicing'] as const;
type Way = (typeof WAYS)[number];

/** Opens a way chords come in, with something to see in it. */
async function openWay(page: Page, way: Way): Promise<void> {
  await page.getByRole('tab', { name: way[0]!.toUpperCase() + way.slice(1) }).click();
  if (way === 'play') {
    await page.getByLabel('MIDI keyboard').selectOption({ label: 'Simulated keyboard' });
    await page.getByRole('button', { name: 'Press', exact: true }).click();
    await page.getByText('A minor over E', { exact: true }).scrollIntoViewIfNeeded();
  }
}

async function openGuitar(page: Page): Promise<void> {
  await page.getByRole('radio', { name: 'Guitar', exact: true }).click();
  await page
    .getByRole('img', { name: /^Chord diagram/ })
    .locator('svg')
    .waitFor();
}

async function openSong(page: Page): Promise<void> {
  await page.getByRole('link', { name: /^Open Last Ferry Out/ }).click();
  await page.getByRole('button', { name: /^Intro, bar 1/ }).waitFor();
  // The band is there to be played.
  await page.getByText('Intro, bar 1', { exact: true }).waitFor();
}

async function chartOnPhone(page: Page, shoot: Shoot): Promise<void> {
  await openSong(page);
  await shoot('chart');
  await page.getByRole('button', { name: /^Verse, bar 4/ }).click();
  for (const way of WAYS.filter((w) => w !== 'voicing')) {
    await openWay(page, way);
    await shoot(way);
  }
  await openWay(page, 'voicing');
  await shoot('voicing-keys');
  await page.getByRole('button', { name: /^Close/ }).click();
}

async function formAndBand(page: Page, shoot: Shoot): Promise<void> {
  await page.getByRole('link', { name: 'Form' }).click();
  await page.getByRole('radio', { name: /^Chorus ·3/ }).click();
  await shoot('form');
  await ofTheForm(page, shoot);
  await page.getByRole('link', { name: 'Band' }).click();
  await shoot('band');
  await page.getByRole('button', { name: 'Page of Solo' }).click();
  await page.getByRole('button', { name: 'Find a player for Solo' }).click();
  await page.getByRole('button', { name: 'Try Voice of the Pier' }).click();
  await page.getByText(/^Voice of the Pier is heard/).waitFor();
  await shoot('players');
  await page.getByRole('button', { name: 'Let it go' }).click();
  await page.getByRole('button', { name: 'Close Players for Solo' }).click();
  await page.getByRole('button', { name: 'Back to the band' }).click();
  await page.getByRole('link', { name: 'Notes' }).click();
  await shoot('notes');
  await mix(page, shoot);
}

/** The comp of a solo, and the takes it is made of. */
async function takes(page: Page, shoot: Shoot): Promise<void> {
  await page.getByRole('link', { name: /^Open The Lamp Room Keeper/ }).click();
  await page
    .getByRole('button', { name: /^Head, bar 1/ })
    .first()
    .waitFor();
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: 'Page of Solo' }).click();
  await page.getByRole('button', { name: 'Takes: 4' }).click();
  await page
    .getByRole('button', { name: /^Middle, bar 5/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Next take' }).click();
  await page.getByRole('button', { name: 'Stop', exact: true }).waitFor();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.waitForTimeout(3000);
  await shoot('takes');
}

/** A solo on its staff, with a note in hand. */
async function staff(page: Page, shoot: Shoot): Promise<void> {
  await page.getByRole('button', { name: 'Back from the takes' }).click();
  await page.getByRole('button', { name: 'On a staff' }).click();
  await page.locator('[data-passage] g.note .notehead').nth(12).click();
  await page.waitForTimeout(1500);
  await shoot('staff');
}

/** The mix, balanced, while it plays. */
async function mix(page: Page, shoot: Shoot): Promise<void> {
  await page.getByRole('link', { name: 'Mix' }).click();
  await page.getByRole('button', { name: 'Balance the parts' }).click();
  await page.getByRole('img', { name: /^Loudness over the song/ }).waitFor({ timeout: 240_000 });
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: /^Play/ }).first().click();
  await page.getByRole('group', { name: 'The whole band' }).hover();
  await page.mouse.wheel(0, -9000);
  await page.waitForTimeout(14_000);
  await shoot('mix');
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
}

/** A cell's page, a stop, two playings compared. */
async function ofTheForm(page: Page, shoot: Shoot): Promise<void> {
  await page.getByRole('radio', { name: /^Verse ·3/ }).click();
  await page.getByRole('radio', { name: 'Time 3 only' }).click();
  await page.getByRole('button', { name: /^Arp in Verse/ }).click();
  await shoot('cell');
  await page.getByRole('button', { name: /^Close/ }).click();
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  await shoot('compare');
  await page.getByRole('button', { name: /^Close/ }).click();
  await page
    .getByRole('radio', { name: /^Bridge/ })
    .first()
    .click();
  const stop = page.getByRole('group', { name: 'Cues of Bridge' }).getByRole('button');
  await stop.scrollIntoViewIfNeeded();
  await stop.click();
  await shoot('cues');
  await page.getByRole('button', { name: /^Close/ }).click();
}

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS });

async function view(
  size: keyof typeof SIZES,
  colorScheme: 'light' | 'dark',
  act: (page: Page, shoot: Shoot) => Promise<void>,
): Promise<void> {
  const page = await browser.newPage({ viewport: SIZES[size], colorScheme });
  const suffix = colorScheme === 'dark' ? `${size}-dark` : size;
  await openDemo(page);
  await act(page, async (name) => {
    await page.waitForTimeout(600);
    await page.screenshot({ path: `docs/screenshots/${name}-${suffix}.png` });
  });
  await page.close();
}

await view('phone', 'light', async (page, shoot) => {
  await shoot('songbook');
  await chartOnPhone(page, shoot);
  await formAndBand(page, shoot);
});
await view('phone', 'light', async (page, shoot) => {
  await takes(page, shoot);
  await staff(page, shoot);
});
await view('wide', 'light', async (page, shoot) => {
  await openSong(page);
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: 'Page of Arp' }).click();
  await page.getByRole('button', { name: /^What it plays/ }).click();
  await page.getByRole('button', { name: /^Steps/ }).click();
  await shoot('part');
});
await view('wide', 'dark', async (page, shoot) => {
  await openSong(page);
  await page.getByRole('button', { name: /^Verse, bar 4/ }).click();
  await openWay(page, 'voicing');
  await openGuitar(page);
  await shoot('voicing-guitar');
  await page.getByRole('button', { name: /^Close/ }).click();
  await mix(page, shoot);
});
await view('phone', 'dark', async (page, shoot) => {
  await page.getByRole('link', { name: /^Open Salt on the Glass/ }).click();
  await page.getByRole('button', { name: /^Verse, bar 1:/ }).waitFor();
  await shoot('chart');
});
await browser.close();
