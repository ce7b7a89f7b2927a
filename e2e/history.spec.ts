/** Back, Forward, Escape, a reload and a turned phone: what is open has its place, and what was typed stays. */
import { expect, type Page } from '@playwright/test';
import { firstVisit, openBar, openDemo, openSongbook, saved } from './support/songs';
import { test } from './support/test';

const dialog = (page: Page, name: string | RegExp) => page.getByRole('dialog', { name });
const hash = (page: Page): string => new URL(page.url()).hash;

/** Each thing that can be open over a screen: the screen, how it is opened, and what then is there. */
const OPENED: readonly (readonly [
  string,
  string,
  (page: Page) => Promise<void>,
  (page: Page) => ReturnType<Page['getByRole']>,
])[] = [
  ['a bar', 'chart', (p) => openBar(p, 2), (p) => dialog(p, 'Verse, bar 2')],
  [
    'the chart as text',
    'chart',
    (p) => p.getByRole('button', { name: 'Chart as text' }).click(),
    (p) => dialog(p, 'Chart as text'),
  ],
  [
    'key and metre',
    'chart',
    (p) => p.getByRole('button', { name: /change key or metre of the song/ }).click(),
    (p) => dialog(p, /^Key and metre/),
  ],
  [
    'what is shown and heard',
    'chart',
    (p) => p.getByRole('button', { name: 'Shown and heard' }).click(),
    (p) => dialog(p, 'Shown and heard'),
  ],
  [
    'a part’s page',
    'band',
    (p) => p.getByRole('button', { name: 'Page of Bass' }).click(),
    (p) => p.getByRole('region', { name: 'Page of Bass' }),
  ],
  [
    'the styles',
    'band',
    (p) => p.getByRole('button', { name: 'Styles: find another' }).click(),
    (p) => dialog(p, /styles/i),
  ],
  [
    'the dice',
    'band',
    (p) => p.getByRole('button', { name: 'Dice for the patterns' }).click(),
    (p) => dialog(p, 'Throw the dice'),
  ],
  [
    'the order',
    'form',
    (p) => p.getByRole('button', { name: 'Order', exact: true }).click(),
    (p) => dialog(p, 'Order of the sections'),
  ],
  [
    'beginning and end',
    'form',
    (p) => p.getByRole('button', { name: 'Beginning and end' }).click(),
    (p) => dialog(p, 'Beginning and end'),
  ],
  [
    'a cue',
    'form',
    (p) => p.getByRole('button', { name: 'Cue', exact: true }).click(),
    (p) => dialog(p, /cue/i),
  ],
  [
    'several cells',
    'form',
    (p) => p.getByRole('button', { name: 'Several cells' }).click(),
    (p) => dialog(p, 'Several cells'),
  ],
  ['the tempo', 'mix', (p) => p.getByRole('button', { name: /^Tempo: / }).click(), (p) => dialog(p, 'Tempo')],
  [
    'files to take away',
    'notes',
    (p) => p.getByRole('button', { name: 'Take the song away' }).click(),
    (p) => dialog(p, 'Take the song away'),
  ],
];

for (const [what, screen, open, there] of OPENED) {
  test(`${what}: Back closes it, Forward and a reload bring it back, Escape closes it, turning leaves it`, async ({
    page,
  }) => {
    await openDemo(page, 'Last Ferry Out', screen);
    await page.waitForURL(new RegExp(`/${screen}$`));
    const address = page.url();
    await open(page);
    await expect(there(page)).toBeVisible();
    await expect.poll(() => hash(page)).not.toBe('');
    await page.goBack();
    await expect(there(page)).toBeHidden();
    await expect.poll(() => page.url()).toBe(address);
    await page.goForward();
    await expect(there(page)).toBeVisible();
    // Turned, made wide, with a keyboard up, and back: it is still there, and the address still names the song.
    for (const [width, height] of [
      [844, 390],
      [390, 400],
      [390, 844],
    ] as const) {
      await page.setViewportSize({ width, height });
      await expect(there(page)).toBeVisible();
      await expect.poll(() => new URL(page.url()).pathname).toBe(new URL(address).pathname);
    }
    await page.reload();
    await expect(there(page)).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(there(page)).toBeHidden();
    await expect.poll(() => page.url()).toBe(address);
  });
}

test('the players over a part’s page: Back closes them and leaves the page, Forward and a reload bring both back', async ({
  page,
}) => {
  await openDemo(page, 'Last Ferry Out', 'band');
  await page.getByRole('button', { name: 'Page of Solo' }).click();
  await page.getByRole('button', { name: 'Find a player for Solo' }).click();
  const players = dialog(page, 'Players for Solo');
  const itself = page.getByRole('region', { name: 'Page of Solo' });
  await expect(players).toBeVisible();
  await expect.poll(() => hash(page)).toContain('players');
  await page.goBack();
  await expect(players).toBeHidden();
  await expect(itself).toBeVisible();
  await page.goForward();
  await expect(players).toBeVisible();
  await page.reload();
  await expect(players).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(players).toBeHidden();
  await expect(itself).toBeVisible();
});

test('what is open over what is open comes back in the very places it had, and a given address opens over its screen', async ({
  page,
}) => {
  await openDemo(page, 'Last Ferry Out', 'band');
  await page.waitForURL(/\/band$/);
  const address = page.url();
  await page.getByRole('button', { name: 'Page of Bass' }).click();
  await page.getByRole('button', { name: /^Tempo: / }).click();
  await expect.poll(() => hash(page)).toContain('tempo');
  const given = page.url();
  for (let n = 0; n < 2; n++) {
    await page.reload();
    await expect(dialog(page, 'Tempo')).toBeVisible();
    await expect.poll(() => page.url()).toBe(given);
  }
  await page.goBack();
  await expect(dialog(page, 'Tempo')).toBeHidden();
  await expect(page.getByRole('region', { name: 'Page of Bass' })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('region', { name: 'Page of Bass' })).toBeHidden();
  await expect.poll(() => page.url()).toBe(address);
  // Somebody gives the address on: nothing of it lies behind, and closing leads to the screen.
  await page.goto('about:blank');
  await page.goto(given);
  await expect(dialog(page, 'Tempo')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog(page, 'Tempo')).toBeHidden();
  // A moment after its screen has come the router says so in the address.
  await expect.poll(() => page.url()).toMatch(new RegExp(`^${address}(?!.*tempo)`));
});

test('Back closes what was opened last, then goes to the screen before, then to the songbook', async ({
  page,
}) => {
  await openSongbook(page);
  // Tests beside this one make songs too: it may stand further down.
  await page.getByRole('textbox', { name: /^Find a song/ }).fill('Last Ferry Out');
  await page
    .getByRole('link', { name: /^Open Last Ferry Out/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: /^Verse, bar 1:/ })).toBeVisible();
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: 'Page of Bass' }).click();
  await page.getByRole('button', { name: /^Tempo: / }).click();
  await expect(dialog(page, 'Tempo')).toBeVisible();
  await expect.poll(() => hash(page)).toMatch(/part=.*&transport=/);
  await page.goBack();
  await expect(dialog(page, 'Tempo')).toBeHidden();
  await expect(page.getByRole('region', { name: 'Page of Bass' })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('region', { name: 'Page of Bass' })).toBeHidden();
  await expect(page.getByRole('link', { name: 'Band' })).toHaveAttribute('aria-current', 'page');
  await page.goBack();
  await expect(page.getByRole('link', { name: 'Chart' })).toHaveAttribute('aria-current', 'page');
  await expect(page.getByRole('button', { name: /^Verse, bar 1:/ })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Songbook', level: 1 })).toBeVisible();
  // And forward again, screen by screen.
  await page.goForward();
  await expect(page.getByRole('button', { name: /^Verse, bar 1:/ })).toBeVisible();
  await page.goForward();
  await expect(page.getByRole('link', { name: 'Band' })).toHaveAttribute('aria-current', 'page');
});

test('Escape closes one thing at a time, the last opened first', async ({ page }) => {
  await openDemo(page, 'Last Ferry Out', 'band');
  await page.getByRole('button', { name: 'Page of Bass' }).click();
  await page.getByRole('button', { name: /^Tempo: / }).click();
  await expect(dialog(page, 'Tempo')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog(page, 'Tempo')).toBeHidden();
  await expect(page.getByRole('region', { name: 'Page of Bass' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Page of Bass' })).toBeHidden();
});

test('on a first visit Back leads to the songbook, not out of the app', async ({ page }) => {
  await firstVisit(page);
  await openBar(page, 1);
  await page.goBack();
  await expect(dialog(page, 'Verse, bar 1')).toBeHidden();
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Songbook', level: 1 })).toBeVisible();
});

test('a turned phone keeps what was typed: a chart as text, a bar', async ({ page }) => {
  await openDemo(page, 'Last Ferry Out', 'chart');
  const turn = async (): Promise<void> => {
    for (const [width, height] of [
      [844, 390],
      [390, 844],
      [1280, 800],
      [390, 844],
    ] as const) {
      await page.setViewportSize({ width, height });
    }
  };
  await page.getByRole('button', { name: 'Chart as text' }).click();
  const text = page.getByLabel('Chart', { exact: true });
  await text.fill('title: Turned\n[Verse]\nC | F | half a ch');
  await turn();
  await expect(text).toContainText('C | F | half a ch');
  await page.goBack();
  await openBar(page, 1);
  const bar = page.getByLabel('Chords of this bar');
  await bar.fill('Am7 D7su');
  await turn();
  await expect(bar).toHaveValue('Am7 D7su');
  await bar.fill('Am7');
  await page.getByRole('button', { name: /^Close/ }).click();
  await saved(page);
  expect(page.url()).not.toContain('undefined');
});

test('an address that names what is not there opens the screen and nothing over it', async ({ page }) => {
  await openDemo(page, 'Last Ferry Out', 'chart');
  const address = page.url();
  for (const odd of [
    '#chart=bar~none~3~0',
    '#chart=bar~s1~99999~0',
    '#chart=%',
    '#x',
    '#transport=oops&take',
    '#chart=__proto__',
  ]) {
    await page.goto('about:blank');
    await page.goto(address + odd);
    await expect(page.getByRole('button', { name: /^Verse, bar 1:/ })).toBeVisible();
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
});
