/** A band found by trying, on a phone: heard before anything is changed, kept or let go; once by keyboard alone. */
import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { findings } from './support/axe';
import { openDemo, partNotes, saved, takeMidi, typeSong } from './support/songs';
import { test } from './support/test';

test.use({ viewport: { width: 390, height: 844 } });

/** A new song whose bass was found by trying. */
async function songByTrying(page: Page): Promise<void> {
  await typeSong(page, ['C', 'Am7', 'F', 'G7']);
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: 'Find a pattern for Bass' }).click();
  await page.getByRole('button', { name: 'Try Octave rock' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: /^Close/ }).click();
}

const bandOf = async (page: Page) => {
  await saved(page);
  const file = await takeMidi(page);
  return (name: string) => partNotes(file, name, 0, 4 * 1920);
};

test('patterns and a style are tried while the music runs, kept, starred, drawn and undone; a weave is pulled', async ({
  page,
}) => {
  await typeSong(page, ['C', 'Am7', 'F', 'G7']);
  await page.getByRole('link', { name: 'Band' }).click();
  const before = await bandOf(page);

  await page.getByRole('button', { name: 'Find a pattern for Bass' }).click();
  const sheet = page.getByRole('dialog', { name: 'Patterns for Bass' });
  await sheet.getByRole('button', { name: 'Try Pulse and rest' }).click();
  await expect(sheet.getByText('Pulse and rest is heard; nothing is changed yet.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  expect(await findings(page)).toEqual([]);
  await sheet.getByRole('button', { name: 'Another that fits' }).click();
  await sheet.getByRole('button', { name: 'Let it go' }).click();
  await sheet.getByLabel('Find by a name, a genre or a feel').fill('rock');
  await sheet.getByRole('button', { name: 'Keep Octave rock at hand' }).click();
  await sheet.getByRole('button', { name: 'Keep Gallop at hand' }).click();
  await sheet.getByLabel('Find by a name, a genre or a feel').fill('');
  await sheet.getByRole('button', { name: 'Kept at hand' }).click();
  await expect(sheet.getByRole('listitem')).toHaveCount(2);
  // Nothing of all that has changed the song.
  expect((await bandOf(page))('Bass')).toBe(before('Bass'));
  await sheet.getByRole('button', { name: 'Try Octave rock' }).click();
  await sheet.getByRole('button', { name: 'Keep it' }).click();
  await sheet.getByRole('button', { name: 'Close Patterns for Bass' }).click();
  const kept = await bandOf(page);
  expect(kept('Bass')).not.toBe(before('Bass'));
  expect(kept('Guitar')).toBe(before('Guitar'));

  // Held and pulled: stronger and fuller.
  const weave = page.getByRole('button', { name: /^Weave of Bass/ });
  await weave.scrollIntoViewIfNeeded();
  const box = (await weave.boundingBox())!;
  await page.mouse.move(box.x + 100, box.y + 26);
  await page.mouse.down();
  await page.waitForTimeout(500);
  await page.mouse.move(box.x + 150, box.y - 4, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Weave of Bass: Octave rock, density 4, f' })).toBeVisible();
  // A quick move up or down scrolls, and changes nothing.
  await weave.evaluate((element, { x, y }) => {
    // In one go: on a busy machine a finger would seem to hold still before it moves.
    const at = (type: string, dx: number, dy: number) =>
      element.dispatchEvent(
        new PointerEvent(type, {
          bubbles: true,
          pointerId: 1,
          isPrimary: true,
          clientX: x + dx,
          clientY: y + dy,
        }),
      );
    at('pointerdown', 100, 10);
    at('pointermove', 101, 35);
    at('pointermove', 102, 60);
    at('pointerup', 102, 60);
  }, box);
  await expect(page.getByRole('button', { name: 'Weave of Bass: Octave rock, density 4, f' })).toBeVisible();

  await page.getByRole('button', { name: 'Styles: find another' }).click();
  await page.getByRole('button', { name: 'Try Highline' }).click();
  await expect(page.getByText(/Highline brings its .* stay\./)).toBeVisible();
  expect(await findings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: 'Close Styles' }).click();
  const styled = await bandOf(page);
  expect(styled('Keys')).not.toBe(kept('Keys'));
  await page.getByRole('button', { name: /^Undo: change the style/ }).click();
  expect((await bandOf(page))('Keys')).toBe(kept('Keys'));
});

test('by keyboard alone: a pattern is found, tried, kept, and the weave is moved', async ({ page }) => {
  await typeSong(page, ['C', 'F']);
  await page.getByRole('link', { name: 'Band' }).click();
  const before = await bandOf(page);
  await page.getByRole('button', { name: 'Find a pattern for Drums' }).focus();
  await page.keyboard.press('Enter');
  await page.getByLabel('Find by a name, a genre or a feel').focus();
  await page.keyboard.type('one drop');
  await page.getByRole('button', { name: 'Try One drop' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('One drop is heard; nothing is changed yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Patterns for Drums' })).toHaveCount(0);
  const weave = page.getByRole('button', { name: /^Weave of Drums/ });
  await weave.focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: 'Weave of Drums: One drop, density 4, f' })).toBeFocused();
  expect((await bandOf(page))('Drums')).not.toBe(before('Drums'));
});

test('a band is kept as a style of one’s own, used in another song, taken out, deleted and brought back', async ({
  page,
}) => {
  const name = `Harbour ${Date.now()}`;
  await songByTrying(page);
  await page.getByRole('button', { name: 'Dice for the patterns' }).click();
  const dice = page.getByRole('dialog', { name: 'Throw the dice' });
  await dice.getByRole('button', { name: 'Bass', exact: true }).click();
  await dice.getByRole('button', { name: 'Throw', exact: true }).click();
  await expect(dice.getByRole('status')).toContainText('Drums: ');
  await dice.getByRole('button', { name: 'Keep it' }).click();
  expect(await findings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Close Throw the dice' }).click();
  const first = await bandOf(page);

  await page.getByRole('button', { name: 'Keep this band as a style' }).click();
  const sheet = page.getByRole('dialog', { name: 'Keep this band as a style' });
  await sheet.getByLabel('Name of the style').fill('Quayside');
  await sheet.getByRole('button', { name: 'Keep as a style' }).click();
  await expect(sheet.getByRole('alert')).toContainText('called “Quayside” already');
  await sheet.getByLabel('Name of the style').fill(name);
  await sheet.getByRole('button', { name: 'Keep as a style' }).click();
  await expect(sheet.getByRole('status')).toContainText('is kept');
  expect(await findings(page)).toEqual([]);

  // In another song the same chords are played by the same notes.
  await typeSong(page, ['C', 'Am7', 'F', 'G7']);
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: 'Styles: find another' }).click();
  await page.getByLabel('Find by a name, a genre or a feel').fill(name);
  await page.getByRole('button', { name: `Try ${name}` }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: /^Close/ }).click();
  const second = await bandOf(page);
  expect(second('Bass')).toBe(first('Bass'));
  expect(second('Guitar')).toBe(first('Guitar'));

  await page.getByRole('button', { name: /^Yours/ }).click();
  const own = page.getByRole('dialog', { name: 'Your own styles and players' });
  await own.getByRole('button', { name, exact: true }).click();
  await expect(own.getByText(/one song plays by it/).first()).toBeVisible();
  expect(await findings(page)).toEqual([]);
  const waiting = page.waitForEvent('download');
  await own.getByRole('button', { name: `Take out ${name} as a file` }).click();
  const text = readFileSync((await (await waiting).path())!, 'utf8');
  await own.getByRole('button', { name: `Delete ${name}` }).click();
  await expect(own.getByRole('status')).toContainText('One song names it');
  expect((await bandOf(page))('Bass')).not.toBe(first('Bass'));

  // What is no style says why, with its place; the file itself is brought in.
  const bring = (file: string, content: string) =>
    own
      .getByLabel('Bring in a file')
      .and(page.locator('input'))
      .setInputFiles({ name: file, mimeType: 'application/json', buffer: Buffer.from(content) });
  await bring('broken.json', text.slice(0, 200));
  await expect(own.getByRole('alert')).toContainText('no JSON');
  await bring('odd.json', text.replace('"density": 3', '"density": 9'));
  await expect(own.getByRole('alert')).toContainText('density');
  await bring('own.json', text);
  await expect(own.getByRole('status')).toContainText('is brought in');
  await page.getByRole('button', { name: 'Close Your own styles and players' }).click();
  expect((await bandOf(page))('Bass')).toBe(first('Bass'));
});

test('a player is kept from one song, and plays in another: as a part of its own, and in place of one', async ({
  page,
}) => {
  const name = `Lee ${Date.now()}`;
  await songByTrying(page);
  const first = await bandOf(page);
  const itself = async (part: string): Promise<void> => {
    await page.getByRole('button', { name: `Page of ${part}` }).click();
    const fold = page.getByRole('button', { name: /^The part itself/ });
    if ((await fold.getAttribute('aria-expanded')) !== 'true') await fold.click();
  };
  await itself('Bass');
  await page.getByRole('button', { name: 'Keep as a player: Bass' }).click();
  const sheet = page.getByRole('dialog', { name: 'Keep Bass as a player' });
  await sheet.getByLabel('Name of the player').fill(name);
  await sheet.getByRole('button', { name: 'Keep as a player' }).click();
  await expect(sheet.getByRole('status')).toContainText('is kept');
  expect(await findings(page)).toEqual([]);

  await typeSong(page, ['C', 'Am7', 'F', 'G7']);
  await page.getByRole('link', { name: 'Band' }).click();
  const before = await bandOf(page);
  expect(before('Bass')).not.toBe(first('Bass'));
  await page.getByRole('button', { name: 'Page of Bass' }).click();
  const plays = page.getByRole('button', { name: /^What it plays/ });
  if ((await plays.getAttribute('aria-expanded')) !== 'true') await plays.click();
  await page.getByRole('button', { name: 'Find a player for Bass' }).click();
  const players = page.getByRole('dialog', { name: 'Players for Bass' });
  await players.getByRole('button', { name: `Try ${name}` }).click();
  await players.getByRole('button', { name: 'Keep it' }).click();
  await players.getByRole('button', { name: 'Close Players for Bass' }).click();
  await page.getByRole('button', { name: 'Back to the band' }).click();
  expect((await bandOf(page))('Bass')).toBe(first('Bass'));
  await page.getByRole('button', { name: /^Undo/ }).click();
  expect((await bandOf(page))('Bass')).toBe(before('Bass'));
  await page.getByRole('combobox', { name: 'Add a part' }).selectOption({ label: `${name} (your bass)` });
  await expect(page.getByRole('button', { name: `Page of ${name}` })).toBeVisible();

  await page.getByRole('button', { name: /^Yours/ }).click();
  const own = page.getByRole('dialog', { name: 'Your own styles and players' });
  await own.getByRole('button', { name, exact: true }).click();
  await expect(own.getByText('plays bass').first()).toBeVisible();
  expect(await findings(page)).toEqual([]);
  await own.getByRole('button', { name: `Delete ${name}` }).click();
  await expect(own.getByRole('status')).toContainText('is deleted');
});

test('a pattern tried for a section is heard where that is played, said, and the song is back where it was afterwards', async ({
  page,
}) => {
  await openDemo(page, 'Last Ferry Out', 'band', 9);
  await page.getByRole('radio', { name: 'Chorus', exact: true }).click();
  const place = page.getByRole('region', { name: 'Transport' });
  await expect(place).toContainText('Intro, bar 1');
  await page.getByRole('button', { name: 'Find a pattern for Bass' }).click();
  await page.getByRole('button', { name: 'Another that fits' }).click();
  await expect(page.getByRole('group', { name: /^Trying / })).toContainText(
    'is heard in Chorus, from the bar before',
  );
  // It goes round there: the bar before the chorus, and the chorus.
  await expect(place).toContainText(/Verse|Chorus/);
  await page.getByRole('button', { name: 'Let it go' }).click();
  await expect(place).toContainText('Intro, bar 1');
});
