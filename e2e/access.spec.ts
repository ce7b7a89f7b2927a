import { expect, type Page } from '@playwright/test';
import { findingsInBoth } from './support/axe';
import { firstVisit, newSong } from './support/songs';
import { test } from './support/test';
import { settled } from './support/settled';

const WAYS = ['Choose', 'Pads', 'Play', 'Ideas', 'Library', 'Voicing', 'Time', 'Type'];

for (const [scheme, viewport] of [
  ['light', { width: 390, height: 844 }],
  ['dark', { width: 1280, height: 800 }],
] as const) {
  test(`axe finds nothing in either scheme, ${viewport.width} wide`, async ({ page }) => {
    const look = () => findingsInBoth(page, scheme);
    await page.setViewportSize(viewport);
    await page.emulateMedia({ colorScheme: scheme });
    await firstVisit(page);
    await expect(page.getByRole('button', { name: /^Intro, bar 1/ })).toBeVisible();
    expect(await look()).toEqual([]);
    await page.getByRole('button', { name: /^Intro, bar 2/ }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    for (const way of WAYS) {
      await page.getByRole('tab', { name: way }).click();
      expect(await look(), way).toEqual([]);
    }
    await page.getByRole('tab', { name: 'Voicing' }).click();
    await page.getByRole('radio', { name: 'Guitar', exact: true }).click();
    await expect(page.getByRole('img', { name: /^Chord diagram/ })).toBeVisible();
    expect(await look(), 'a guitar’s shape').toEqual([]);
    await page.getByRole('tab', { name: 'Choose' }).click();
    await page.getByRole('button', { name: 'All qualities' }).click();
    expect(await look(), 'all qualities').toEqual([]);
    await page.getByRole('tab', { name: 'Time' }).click();
    await page.getByRole('button', { name: 'Select bars' }).click();
    await page.getByRole('button', { name: 'Copy', exact: true }).click();
    await page.getByRole('button', { name: 'Keep…' }).click();
    expect(await look(), 'a run').toEqual([]);
    await page.getByRole('button', { name: /^Close/ }).click();
    await page.getByRole('button', { name: /degrees under the symbols/ }).click();
    await page.getByRole('button', { name: 'Shown and heard' }).click();
    expect(await look(), 'guide sound').toEqual([]);
    await page.getByRole('button', { name: /^Close/ }).click();
    await page.getByRole('button', { name: /change key or metre of the song$/ }).click();
    expect(await look(), 'key and metre').toEqual([]);
    await page.getByRole('button', { name: /^Close/ }).click();
    await page.getByRole('button', { name: /^Section Verse / }).click();
    expect(await look(), 'a section').toEqual([]);
    await page.getByRole('button', { name: /^Drafts/ }).click();
    expect(await look(), 'drafts').toEqual([]);
    await page.getByRole('button', { name: /^Close/ }).click();
    await page.getByRole('button', { name: 'Chart as text' }).click();
    expect(await look(), 'text').toEqual([]);
    await page.getByRole('button', { name: /^Close/ }).click();
    await page.getByRole('link', { name: 'Form' }).click();
    await page.getByRole('button', { name: /^Keys in Intro/ }).click();
    expect(await look()).toEqual([]);
    await page.getByRole('link', { name: 'Band' }).click();
    await page.getByRole('button', { name: 'Page of Guitar' }).click();
    expect(await look()).toEqual([]);
    // The page of another part keeps what was unfolded.
    for (const group of ['Touch', 'Instrument', 'Place in the sound', 'Voicing', 'The part itself']) {
      await page.getByRole('button', { name: new RegExp(`^${group}`) }).click();
    }
    await page.getByRole('button', { name: /^Next part/ }).click();
    await page.getByRole('button', { name: /^Steps/ }).click();
    const third = page.getByRole('button', { name: 'Step 3', exact: true });
    await third.click();
    await expect(third).toHaveAttribute('aria-pressed', 'false');
    expect(await look(), 'a part with all that can be set').toEqual([]);
    await page.getByRole('link', { name: 'Mix' }).click();
    await page.getByRole('button', { name: 'Loudness and tone of the whole' }).click();
    await page.getByRole('button', { name: 'Place and tone of Guitar' }).click();
    expect(await look(), 'mix').toEqual([]);
    await page.getByRole('button', { name: 'Take the song away' }).click();
    expect(await look(), 'files').toEqual([]);
    await page.getByRole('button', { name: /^Close/ }).click();
    await page.getByRole('button', { name: 'Songbook' }).click();
    await expect(page.getByRole('link', { name: /^Open/ }).first()).toBeVisible();
    expect(await look()).toEqual([]);
  });
}

/** The name of what has the focus. */
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const active = document.activeElement;
    return active?.getAttribute('aria-label') ?? active?.textContent ?? '';
  });

/** Moves the focus on by the Tab key until it stands on a control of a name. */
async function tabTo(page: Page, name: RegExp, key: 'Tab' | 'Shift+Tab' = 'Tab'): Promise<void> {
  for (let i = 0; i < 150; i++) {
    await page.keyboard.press(key);
    if (name.test(await focused(page))) return;
  }
  throw new Error(`The Tab key never reaches ${String(name)}`);
}

test('the whole job works by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await page.evaluate(() => localStorage.setItem('backline/visited', '1'));
  await page.goto('/');
  await expect(page.getByRole('link', { name: /^Open/ }).first()).toBeVisible();
  await tabTo(page, /^(?!Delete|Open).*New song$/);
  await page.keyboard.press('Enter');
  // In a song that is new the keyboard is on its first bar.
  await expect(page.getByRole('button', { name: /^Verse, bar 1/ })).toBeFocused();
  await page.keyboard.press('Enter');
  const field = page.getByLabel('Chords of this bar');
  await expect(field).toBeFocused();
  for (const bar of ['Em', 'C', 'G']) {
    await page.keyboard.press('Control+a');
    await page.keyboard.type(bar);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Control+a');
  await page.keyboard.type('D');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Verse, bar 3: G major, 4 beats/ })).toBeVisible();
  await tabTo(page, /^Band$/);
  await page.keyboard.press('Enter');
  // Its screen is loaded when it is first opened.
  await expect(page.getByRole('switch', { name: 'Bass plays' })).toBeVisible();
  await tabTo(page, /^Bass plays$/);
  await page.keyboard.press('Space');
  await expect(page.getByRole('switch', { name: 'Bass plays' })).not.toBeChecked();
  await tabTo(page, /^Play$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('chords come in by every way, and are moved about, by keyboard alone', async ({ page }) => {
  await newSong(page);
  const bar = (number: number, words: string) =>
    expect(page.getByRole('button', { name: new RegExp(`^Verse, bar ${number}: ${words}`) })).toBeVisible();
  await tabTo(page, /^Verse, bar 1/);
  // Typing begins on the chart itself; a bar line goes on.
  await page.keyboard.type('Am7 | ii7 V7 | C');
  await page.keyboard.press('Escape');
  await bar(2, 'D minor seven, 2 beats; .*G seven, 2 beats');
  await expect.poll(() => focused(page)).toMatch(/^Verse, bar 3/);

  // Opened by Enter the keyboard stands in the sheet; arrows go along the ways, digits play the pads.
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Chords of this bar')).toBeFocused();
  await tabTo(page, /^Type$/, 'Shift+Tab');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => focused(page)).toBe('Pads');
  await page.keyboard.type('6');
  await bar(4, 'A minor, 4 beats');
  await page.keyboard.type('4');
  await bar(5, 'F major, 4 beats');

  // The computer's keys play: A D G are C E G.
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => focused(page)).toBe('Play');
  for (const key of ['a', 'd', 'g']) await page.keyboard.down(key);
  await expect(page.getByText('C major', { exact: true })).toBeVisible();
  for (const key of ['a', 'd', 'g']) await page.keyboard.up(key);
  await tabTo(page, /^Take the name$/);
  await page.keyboard.press('Enter');
  await bar(6, 'C major, 4 beats');

  await tabTo(page, /^Play$/, 'Shift+Tab');
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => focused(page)).toBe('Ideas');
  await tabTo(page, /^Hear /);
  const idea = /^Hear (.+?):/.exec(await focused(page))![1]!;
  await tabTo(page, /^Put in /);
  await page.keyboard.press('Enter');
  await bar(7, `${idea}, 4 beats`);

  await tabTo(page, /^Ideas$/, 'Shift+Tab');
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => focused(page)).toBe('Library');
  await tabTo(page, /^Search the library$/);
  await page.keyboard.type('ii V I');
  await tabTo(page, /^ii V I:/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Put in from bar 8$/);
  await page.keyboard.press('Enter');
  await bar(8, 'D minor seven');
  await bar(9, 'G seven');

  await tabTo(page, /^Library$/, 'Shift+Tab');
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => focused(page)).toBe('Voicing');
  await tabTo(page, /^Inversion up$/);
  await page.keyboard.press('Enter');
  await bar(8, 'D minor seven, 4 beats, voicing set by hand');
  await tabTo(page, /^Voicing$/, 'Shift+Tab');
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => focused(page)).toBe('Time');
  await tabTo(page, /Split the bar$/);
  await page.keyboard.press('Enter');
  await bar(8, 'D minor seven, 2 beats.*; .*D minor seven, 2 beats');
  await page.keyboard.press('Escape');
  await expect.poll(() => focused(page)).toMatch(/^Verse, bar 8/);

  // A run: selected with Shift, spoken, copied, pasted, transposed, repeated, cleared.
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('dialog', { name: 'Verse, bars 9 to 10, 2 chords' })).toBeVisible();
  await page.keyboard.press('Control+c');
  await expect(page.getByRole('status').filter({ hasText: 'Copied Verse, bars 9 to 10' })).toBeVisible();
  await page.keyboard.press('Alt+ArrowUp');
  await bar(9, 'A flat seven');
  await page.keyboard.press('Control+d');
  await expect(page.getByRole('group', { name: /^Verse, 13 bars/ })).toBeVisible();
  await page.keyboard.press('Delete');
  await bar(9, 'no chord');
  // From the end of the run Enter goes on into the sheet.
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).toMatch(/^Verse, bars 9 to 10/);
  await tabTo(page, /Paste…$/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^In place of these bars$/);
  await page.keyboard.press('Enter');
  await bar(9, 'G seven');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await bar(9, 'no chord');
});

/** What sticks out of the page to the right, or of a box that hides what does not fit, with its words. */
const lost = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    const { scrollWidth, clientWidth } = document.documentElement;
    if (scrollWidth > clientWidth) found.push(`the page is ${scrollWidth} wide, of ${clientWidth} in sight`);
    for (const element of document.querySelectorAll<HTMLElement>(
      'button, [role=button], [role=radio], a, input',
    )) {
      const { left, right, width } = element.getBoundingClientRect();
      if (width < 2 || getComputedStyle(element).visibility === 'hidden') continue;
      // What lies in a row that is scrolled sideways is reached there.
      let scrolls = false;
      for (let up = element.parentElement; up; up = up.parentElement) {
        const { overflowX } = getComputedStyle(up);
        if ((overflowX === 'auto' || overflowX === 'scroll') && up.scrollWidth > up.clientWidth + 1)
          scrolls = true;
      }
      if (!scrolls && (right > clientWidth + 1 || left < -1)) {
        found.push(
          `${element.getAttribute('aria-label') ?? element.textContent}: ${Math.round(left)}–${Math.round(right)}`,
        );
      }
    }
    return found;
  });

test('with text at 200 %, and on the narrowest phone, nothing is lost', async ({ page }) => {
  // WCAG 1.4.4: a page of 1280 × 800 at 200 % has 640 × 400 left; 1.4.10: 320 px are enough for all of it.
  for (const size of [
    { width: 640, height: 400 },
    { width: 320, height: 640 },
  ]) {
    await page.setViewportSize(size);
    await firstVisit(page);
    const at = `${size.width}`;
    const look = async (name: string): Promise<void> => {
      await settled(page);
      expect([at, name, ...(await lost(page))]).toEqual([at, name]);
    };
    await look('chart');
    await page.getByRole('button', { name: /^Intro, bar 1/ }).click();
    for (const way of WAYS) {
      await page.getByRole('tab', { name: way }).click();
      await look(way);
    }
    await page.getByRole('button', { name: /^Close/ }).click();
    for (const screen of ['Form', 'Band', 'Mix', 'Notes']) {
      await page.getByRole('link', { name: screen }).click();
      await look(screen);
    }
    await page.getByRole('link', { name: 'Form' }).click();
    for (const name of ['About Intro', 'Order', 'Cue', 'Compare', 'Beginning and end']) {
      await page.getByRole('button', { name, exact: true }).click();
      await look(name);
      await page.getByRole('button', { name: /^Close/ }).click();
    }
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
    await page.getByRole('button', { name: 'Songbook' }).click();
    await look('songbook');
    await page.context().clearCookies();
    await page.evaluate(() => localStorage.clear());
  }
});
