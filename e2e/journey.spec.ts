import { expect } from '@playwright/test';
import { listen, loudness } from './support/hearing';
import { chordNames, firstVisit, partNotes, saved, takeMidi, typeSong } from './support/songs';
import { test } from './support/test';

const BAR = 1920;

test('a first visit opens on a demo song that plays at one tap', async ({ page }) => {
  await listen(page);
  await firstVisit(page);
  expect(await loudness(page)).toBe(0);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.005);
  // The position moves on through the bars.
  await expect(page.getByRole('slider', { name: 'Position' })).toHaveAttribute(
    'aria-valuetext',
    'Intro, bar 2',
  );
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect.poll(() => loudness(page)).toBeLessThan(0.0005);
});

test('chords in, a band out: typed, heard, varied by section, saved, taken away', async ({ page }) => {
  await listen(page);
  await typeSong(page, ['C', 'Am7', 'F', 'Dm7 G7']);

  // Each chord was heard as it was entered.
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.001);

  // Another style, and the band plays.
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: 'Styles: find another' }).click();
  await page.getByRole('button', { name: 'Try Lamplight' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: 'Close Styles' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.005);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();

  // A second section of the same chords.
  await page.getByRole('link', { name: 'Chart' }).click();
  await page.getByRole('button', { name: /^Section Verse / }).click();
  await page.getByRole('button', { name: 'Double', exact: true }).click();
  await page.getByRole('button', { name: 'Close Verse' }).click();
  await expect(page.getByRole('group', { name: 'Verse 2, 4 bars' })).toBeVisible();
  const before = await takeMidi(page);

  // It gets another pattern and voicing.
  await page.getByRole('link', { name: 'Form' }).click();
  await page.getByRole('radio', { name: 'Verse 2' }).click();
  await page.getByRole('button', { name: /^Keys in Verse 2/ }).click();
  await page.getByRole('radio', { name: 'Held chords' }).click();
  await page.getByRole('button', { name: 'Voicing', exact: true }).click();
  await page.getByRole('slider', { name: 'Register' }).fill('64');
  await page.getByRole('radiogroup', { name: 'Voices' }).getByRole('radio', { name: '5' }).click();
  await expect(page.getByRole('button', { name: /^Keys in Verse 2: Held chords/ })).toBeVisible();
  await saved(page);
  const after = await takeMidi(page);
  expect(partNotes(after, 'Keys', 4 * BAR)).not.toBe(partNotes(before, 'Keys', 4 * BAR));
  expect(partNotes(after, 'Keys', 0, 4 * BAR)).toBe(partNotes(before, 'Keys', 0, 4 * BAR));
  expect(partNotes(after, 'Bass')).toBe(partNotes(before, 'Bass'));
  expect(partNotes(after, 'Bass').length).toBeGreaterThan(0);

  // Tomorrow it is still there.
  await page.reload();
  await expect(page.getByRole('button', { name: /^Keys in Verse:/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Verse 2' }).click();
  await expect(page.getByRole('button', { name: /^Keys in Verse 2: Held chords/ })).toBeVisible();
  const again = await takeMidi(page);
  expect(chordNames(again)).toEqual(['C', 'Am7', 'F', 'Dm7', 'G7', 'C', 'Am7', 'F', 'Dm7', 'G7']);
  expect(partNotes(again, 'Keys')).toBe(partNotes(after, 'Keys'));
});

test('a chord that does not read is said, and the nearest one offered', async ({ page }) => {
  await typeSong(page, ['C']);
  await page.getByRole('button', { name: /^Verse, bar 1/ }).click();
  await page.getByLabel('Chords of this bar').fill('Gm77');
  await expect(page.getByRole('alert')).toContainText(
    '"Gm77" is not a chord that can be read. Did you mean "Gm7"?',
  );
  await page.getByRole('button', { name: 'Use Gm7', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Verse, bar 1: G minor seven, 4 beats/ })).toBeVisible();
  await page.getByLabel('Chords of this bar').fill('C D E F G');
  await expect(page.getByRole('alert')).toContainText('5 chords and holds 4');
});

test('everything undoes and redoes', async ({ page }) => {
  await typeSong(page, ['C', 'F']);
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('switch', { name: 'Bass plays' }).click();
  await page.getByRole('button', { name: /^Tempo:/ }).click();
  await page.getByLabel('Beats a minute').fill('106');
  await page.getByLabel('Beats a minute').press('Enter');
  await expect(page.getByLabel(/^Tempo: 106 quarters a minute/)).toBeVisible();
  await page.getByRole('button', { name: 'Close Tempo' }).click();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByLabel(/^Tempo: 104 quarters a minute/)).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByRole('switch', { name: 'Bass plays' })).toBeChecked();
  await page.getByRole('button', { name: /^Redo/ }).click();
  await expect(page.getByRole('switch', { name: 'Bass plays' })).not.toBeChecked();
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await page.getByRole('link', { name: 'Chart' }).click();
  await expect(page.getByRole('button', { name: /^Verse, bar 2: the chord before is held/ })).toBeVisible();
});

test('the chart goes in as text; what does not read stays in the field', async ({ page }) => {
  await typeSong(page, ['C']);
  await page.getByRole('button', { name: 'Chart as text' }).click();
  const field = page.getByLabel('Chart', { exact: true });
  await field.fill('title: Slipway\nkey: D\ntime: 3/4\n\n[Verse]\nD | A7/C# | Bm7 | Gfoo');
  await expect(page.getByRole('alert')).toContainText('Line 6, column 20');
  await expect(page.getByRole('button', { name: 'Put it in' })).toBeDisabled();
  await field.fill(
    'title: Slipway\nkey: D\ntime: 3/4\n\n[Verse]\nD | A7/C# | Bm7 | G\n\n[Chorus] x2\nG | A7 | D | D',
  );
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Slipway');
  await expect(
    page.getByRole('button', { name: /^Verse, bar 2: A seven over C sharp, 3 beats/ }),
  ).toBeVisible();
  await expect(page.getByText('D major · 3/4 · Quayside')).toBeVisible();
});
