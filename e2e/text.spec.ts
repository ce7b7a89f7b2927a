/** The chart as text: what is offered, what does not read, undone, found; and the plain field in its place. */
import { expect, type Page } from '@playwright/test';
import { newSong } from './support/songs';
import { findings } from './support/axe';
import { test } from './support/test';

const dialog = (page: Page) => page.getByRole('dialog', { name: 'Chart as text' });
const field = (page: Page) => page.getByRole('textbox', { name: 'Chart', exact: true });

async function openText(page: Page): Promise<void> {
  await newSong(page);
  await page.getByRole('button', { name: 'Chart as text' }).click();
  await expect(field(page)).toBeVisible();
}

test('names and keys are completed by touch and by key; Escape closes what is offered first, then the sheet', async ({
  page,
}) => {
  await openText(page);
  await field(page).fill('');
  await page.keyboard.type('ke');
  await page.getByRole('option', { name: /^key/ }).click();
  // The keys come at once.
  await expect(page.getByRole('option', { name: 'Ebm' })).toBeAttached();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('option')).toHaveCount(0);
  await expect(dialog(page)).toBeVisible();
  await page.keyboard.type('F#m\n[Cho');
  await expect(page.getByRole('option', { name: 'Chorus', exact: true })).toBeVisible();
  expect(await findings(page)).toEqual([]);
  await page.keyboard.press('Enter');
  await page.keyboard.type('\nF#m | D | A | E');
  await expect(field(page)).toContainText('[Chorus]');
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect(page.getByRole('button', { name: /^Chorus, bar 4: E major/ })).toBeVisible();
  await page.getByRole('button', { name: 'Chart as text' }).click();
  await expect(field(page)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog(page)).toBeHidden();
});

test('all that does not read is told with its place, mended at a tap, undone in the field, found again', async ({
  page,
}) => {
  await openText(page);
  await field(page).fill('key: G\n\n[Verse]\nAm7 | Gxyz | C\nD7 | Foo | C');
  const problems = page.getByRole('group', { name: 'What does not read' });
  await expect(problems.getByRole('alert')).toContainText('Line 4');
  await expect(problems).toContainText('Line 5');
  await expect(page.getByRole('button', { name: 'Put it in' })).toBeDisabled();
  await problems
    .getByRole('button', { name: /^Use .* in line 5$/ })
    .first()
    .click();
  await expect(problems).not.toContainText('Line 5');
  await page.getByRole('button', { name: 'Undo typing' }).click();
  await expect(field(page)).toContainText('D7 | Foo | C');
  await expect(problems).toContainText('Line 5');
  // The song itself is not undone.
  await page.getByRole('button', { name: 'Redo typing' }).click();
  await problems.getByRole('button', { name: 'Go to line 4' }).click();
  await page.keyboard.press('End');
  await page.keyboard.type(' | G');
  await expect(field(page)).toContainText('Am7 | Gxyz | C | G');
  await problems
    .getByRole('button', { name: /^Use .* in line 4$/ })
    .first()
    .click();
  await expect(problems).toHaveCount(0);
  await page.getByRole('button', { name: 'Find in the chart' }).click();
  await expect(page.getByRole('textbox', { name: 'Find' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('textbox', { name: 'Find' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect(page.getByRole('button', { name: /^Verse, bar 4: G major/ })).toBeVisible();
});

test('the plain field has the same text, says the same, and stays as it was chosen', async ({ page }) => {
  await openText(page);
  await field(page).fill('C | Gxyz | F');
  await page.getByRole('button', { name: 'Plain field' }).click();
  await expect(page.getByLabel('Chart', { exact: true })).toHaveValue('C | Gxyz | F');
  await expect(page.getByRole('alert')).toContainText('Line 1');
  await page
    .getByRole('button', { name: /^Use .* in line 1$/ })
    .first()
    .click();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect(page.getByRole('button', { name: /^Verse, bar 3: F major/ })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Chart as text' }).click();
  await expect(page.getByLabel('Chart', { exact: true })).toHaveValue(/\| F \|/);
});

test('where the editor does not come, the plain field does', async ({ page }) => {
  await page.route('**/ChartEditor-*.js', (route) => route.abort());
  await openText(page);
  await page.getByLabel('Chart', { exact: true }).fill('C | G');
  await expect(page.getByLabel('Chart', { exact: true })).toHaveValue('C | G');
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect(page.getByRole('button', { name: /^Verse, bar 2: G major/ })).toBeVisible();
});
