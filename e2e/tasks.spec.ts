/** Every task of docs/tasks.md is done as a writer does it, and its taps and keys are counted. */
import { readFileSync } from 'node:fs';
import { expect, type Locator } from '@playwright/test';
import { openSongbook, saved } from './support/songs';
import { test } from './support/test';

test.use({ viewport: { width: 390, height: 844 } });

/** Tasks with their taps, as the page of tasks has them. */
const TOLD = new Map(
  [...readFileSync('docs/tasks.md', 'utf8').matchAll(/^\| ([A-Z][^|]*?) *\| (\d+) *\|$/gm)].map(
    ([, task, taps]) => [task!, Number(taps)] as const,
  ),
);

test('each task takes as many taps as it is said to', async ({ page }) => {
  const counted = new Map<string, number>();
  let task = '';
  const doing = (name: string): void => {
    task = name;
    counted.set(name, 0);
  };
  const count = (): void => void counted.set(task, counted.get(task)! + 1);
  const tap = async (control: Locator): Promise<void> => {
    count();
    await control.click();
  };
  const type = async (field: Locator, text: string): Promise<void> => {
    count();
    await field.fill(text);
  };
  const key = async (field: Locator, name: string): Promise<void> => {
    count();
    await field.press(name);
  };
  const button = (name: string | RegExp): Locator =>
    page.getByRole('button', typeof name === 'string' ? { name, exact: true } : { name });
  const link = (name: string): Locator => page.getByRole('link', { name, exact: true });
  const bar = (section: string, number: number): Locator => button(new RegExp(`^${section}, bar ${number}:`));
  const chords = page.getByLabel('Chords of this bar');
  const close = (): Promise<void> => button(/^Close/).click();
  const transport = page.getByRole('region', { name: 'Transport' });

  await openSongbook(page);
  doing('Begin a song');
  await tap(button('New song'));
  await expect(bar('Verse', 1)).toBeVisible();

  doing('Type a first chord');
  await tap(bar('Verse', 1));
  await type(chords, 'Am7');
  await expect(button(/^Verse, bar 1: A minor seven/)).toBeVisible();
  await close();

  doing('Type four bars in a line');
  await tap(bar('Verse', 1));
  await type(chords, '| Am7 | D7 | G | % |');
  await expect(button(/^Verse, bar 4: G major/)).toBeVisible();

  doing('Choose another root for the chord in hand');
  await tap(page.getByRole('tab', { name: 'Choose' }));
  await tap(page.getByRole('radiogroup', { name: 'Root' }).getByRole('radio', { name: 'E', exact: true }));
  await expect(button(/^Verse, bar 4: E major/)).toBeVisible();

  doing('Put a chord in from a pad');
  await tap(page.getByRole('tab', { name: 'Pads' }));
  await tap(button(/^Pad 1:/));
  await expect(button(/^Verse, bar 4: C major/)).toBeVisible();
  await page.getByRole('tab', { name: 'Type' }).click();
  await close();

  doing('Mend a chord that cannot be read');
  await bar('Verse', 2).click();
  await chords.fill('Gm77');
  await close();
  await expect(button(/^Verse, bar 2: “Gm77” cannot be read/)).toBeVisible();
  await tap(bar('Verse', 2));
  await tap(button('Use Gm7'));
  await expect(button(/^Verse, bar 2: G minor seven/)).toBeVisible();

  doing('Hear the song from the bar in hand');
  await tap(button('Play'));
  await expect(transport).toContainText(/Verse, bar [234]/);
  doing('Hear it from the top');
  await tap(button('From the top'));
  await expect(transport).toContainText('Verse, bar 1');
  doing('Stop');
  await tap(button('Stop'));
  await expect(button('Play')).toBeVisible();
  await close();

  doing('Add a section');
  await tap(button('Add a section'));
  await expect(page.getByRole('group', { name: 'Section, 4 bars' })).toBeVisible();
  await button(/^Section Section /).click();
  await page.getByLabel('Name of the section').fill('Chorus');
  await close();

  doing('Go to the Chorus');
  await tap(button(/^Places of the song/));
  await tap(button('Chorus, 4 bars'));
  await expect(transport).toContainText('Chorus, bar 1');
  await close();

  doing('Change the tempo to a number');
  await tap(button(/^Tempo:/));
  await type(page.getByLabel('Beats a minute'), '92');
  await key(page.getByLabel('Beats a minute'), 'Enter');
  await expect(button(/^Tempo: 92/)).toBeVisible();
  await close();

  doing('Have it counted in');
  await tap(button(/^Tempo:/));
  await tap(page.getByRole('switch', { name: 'Count-in' }));
  await close();

  doing('Play a section twice');
  await tap(link('Form'));
  await tap(page.getByRole('radio', { name: 'Chorus', exact: true }));
  await tap(button('Chorus once more'));
  await expect(page.getByText('2 times')).toBeVisible();

  doing('Let a part rest the first time only');
  await tap(page.getByRole('radio', { name: 'Time 1 only' }));
  await tap(page.getByRole('switch', { name: 'Keys plays in Chorus, time 1' }));
  await expect(page.getByRole('switch', { name: 'Keys plays in Chorus, time 1' })).not.toBeChecked();

  doing('Lift the chorus');
  await tap(page.getByRole('radio', { name: /^For Chorus/ }));
  await tap(button('Lift Chorus'));
  await expect(page.getByText('Lifted by 1', { exact: true })).toBeVisible();

  doing('Stop the band for a bar');
  await tap(button('Cue'));
  await tap(button('Add the cue'));
  await close();
  await expect(page.getByRole('group', { name: 'Cues of Chorus' })).toBeVisible();

  doing('Add an intro of bass and drums');
  await tap(button('Beginning and end'));
  await tap(button('Add the intro'));
  await close();
  await expect(page.getByRole('radio', { name: 'Intro', exact: true })).toBeVisible();

  doing('Silence a part');
  await tap(link('Band'));
  await tap(button('Silence Keys'));
  await expect(button('Silence Keys')).toHaveAttribute('aria-pressed', 'true');

  doing('Let a part rest in one section');
  await link('Chart').click();
  await tap(link('Band'));
  await tap(page.getByRole('radio', { name: 'Chorus', exact: true }));
  await tap(page.getByRole('switch', { name: 'Guitar plays' }));
  await expect(page.getByRole('switch', { name: 'Guitar plays' })).not.toBeChecked();
  await page.getByRole('radio', { name: 'Whole song' }).click();

  doing('Try another pattern for the bass');
  await tap(button('Find a pattern for Bass'));
  await tap(button('Try Octave rock'));
  await expect(page.getByText('Octave rock is heard; nothing is changed yet.')).toBeVisible();
  doing('Keep it');
  await tap(button('Keep it'));
  await close();
  await button('Stop').click();

  doing('Make a part stronger');
  await page.getByRole('button', { name: /^Weave of Bass/ }).focus();
  await key(page.getByRole('button', { name: /^Weave of Bass/ }), 'ArrowUp');
  await expect(page.getByRole('button', { name: /^Weave of Bass: Octave rock, density 3, f/ })).toBeVisible();

  doing('Try another style, and keep it');
  await tap(button('Styles: find another'));
  await tap(button('Try Highline'));
  await tap(button('Keep it'));
  await close();
  await button('Stop').click();

  doing('Take back what was done last');
  await tap(button(/^Undo: change the style/));

  doing('Keep the band as a style');
  await tap(button('Keep this band as a style'));
  await type(page.getByLabel('Name of the style'), `Tasks ${Date.now()}`);
  await tap(button('Keep as a style'));
  await expect(page.getByText(/is kept\. It stands among the styles/)).toBeVisible();
  await close();

  doing('Note why a section is thin');
  await tap(link('Notes'));
  await type(page.getByLabel('A note on Chorus'), 'Thin, so that the verse can lift.');
  await saved(page);

  doing('Take the song away as a MIDI file');
  const waiting = page.waitForEvent('download');
  await tap(button('Take the song away'));
  await tap(button('MIDI file'));
  await waiting;
  await close();

  const title = `Tasks ${Date.now()}`;
  await page.getByLabel('Title of the song').fill(title);
  await saved(page);
  doing('Find a song by a word and open it');
  await tap(button('Songbook'));
  await type(page.getByRole('textbox', { name: /^Find a song/ }), title);
  await tap(page.getByRole('link', { name: new RegExp(`^Open ${title}`) }));
  await expect(bar('Verse', 1)).toBeVisible();

  expect([...counted].sort()).toEqual([...TOLD].sort());
  expect(counted.size).toBe(29);
});
