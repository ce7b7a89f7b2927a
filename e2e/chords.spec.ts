import { expect, type Page } from '@playwright/test';
import { findings } from './support/axe';
import { listen, loudness, takeHeard } from './support/hearing';
import { chordNames, newSong, openBar, partNotes, saved, takeMidi, typeSong } from './support/songs';
import { test } from './support/test';

const BAR = 1920;
const way = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const bar = (page: Page, number: number, words: string) =>
  expect(page.getByRole('button', { name: new RegExp(`^Verse, bar ${number}: ${words}`) })).toBeVisible();

test('one song entered by every way, each chord heard', async ({ page }) => {
  await listen(page);
  await newSong(page);

  // Typed: a bar line goes on to the next bar.
  await openBar(page, 1);
  await page.getByLabel('Chords of this bar').pressSequentially('C | ii7 |');
  await expect(page.getByRole('dialog', { name: 'Verse, bar 3' })).toBeVisible();
  await bar(page, 1, 'C major, 4 beats');
  await bar(page, 2, 'D minor seven, 4 beats');
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.001);

  // Chosen: root, quality, bass.
  await way(page, 'Choose');
  await page.getByRole('radiogroup', { name: 'Root' }).getByRole('radio', { name: 'G', exact: true }).click();
  await page.getByRole('radio', { name: 'G seven', exact: true }).click();
  await page.getByRole('radiogroup', { name: 'Bass' }).getByRole('radio', { name: 'B', exact: true }).click();
  await bar(page, 3, 'G seven over B, 4 beats');

  // Pads, by touch and by the number keys; entry steps on.
  await openBar(page, 4);
  await way(page, 'Pads');
  await page.getByRole('button', { name: 'Pad 6: A minor', exact: true }).click();
  await expect(page.getByRole('dialog', { name: 'Verse, bar 5' })).toBeVisible();
  await page.keyboard.press('4');
  await bar(page, 4, 'A minor, 4 beats');
  await bar(page, 5, 'F major, 4 beats');

  // Played on the simulated keyboard: named as it sounds, taken with its tones.
  await way(page, 'Play');
  await page.getByLabel('MIDI keyboard').selectOption({ label: 'Simulated keyboard' });
  await page.getByRole('button', { name: 'Press', exact: true }).click();
  await expect(page.getByText('A minor over E', { exact: true })).toBeVisible();
  await takeHeard(page);
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.001);
  await page.getByRole('button', { name: 'Let go' }).click();
  await page.getByRole('button', { name: 'Take these tones' }).click();
  await bar(page, 6, 'A minor over E, 4 beats, voicing set by hand');

  // Notes that fit no name stay as they are.
  await page.getByLabel('Notes it plays').fill('C4 Db4 D4');
  await page.getByRole('button', { name: 'Press', exact: true }).click();
  await page.getByRole('button', { name: 'Take the cluster' }).click();
  await bar(page, 7, 'cluster of C, D flat, D, 4 beats');

  // An idea, heard, then put in.
  await way(page, 'Ideas');
  const idea = page.getByRole('button', { name: /^Hear / }).first();
  const name = (await idea.getAttribute('aria-label'))!;
  expect(name).toMatch(/^Hear .+: .+/);
  await idea.click();
  await page
    .getByRole('button', { name: /^Put in / })
    .first()
    .click();
  await bar(page, 8, `${/^Hear (.+?):/.exec(name)![1]!}, 4 beats`);

  // A progression of the library, in part.
  await way(page, 'Library');
  await page.getByLabel('Search the library').fill('ii V I');
  await page.getByRole('button', { expanded: false }).filter({ hasNotText: 'Filters' }).first().click();
  await page.getByRole('button', { name: 'Bar 2', exact: true }).click();
  await page.getByRole('button', { name: /^Put in from bar 9/ }).click();
  await bar(page, 9, 'D minor seven');
  await bar(page, 10, 'C major seven');

  // A pasted line of bars.
  await openBar(page, 9);
  await way(page, 'Type');
  await page.getByLabel('Chords of this bar').fill('| Fm6 | Bb7 | C{push 1/8} | C |');
  await bar(page, 10, 'B flat seven, 4 beats');
  await bar(page, 11, 'C major, 4 beats, pushed');
  await page.getByRole('button', { name: /^Close/ }).click();

  // One tap takes the whole line back, another brings it again; the file has it all.
  await page.getByRole('button', { name: /^Undo/ }).click();
  await bar(page, 9, 'D minor seven');
  await page.getByRole('button', { name: /^Redo/ }).click();
  await saved(page);
  expect(chordNames(await takeMidi(page)).slice(0, 7)).toEqual([
    'C',
    'Dm7',
    'G7/B',
    'Am',
    'F',
    'Am/E',
    '<C4,Db4,D4>',
  ]);
});

test('a keyboard that disappears holding a chord is silenced and said; notes that hang are let go', async ({
  page,
}) => {
  await listen(page);
  await newSong(page);
  await openBar(page, 1);
  await way(page, 'Play');
  await page.getByLabel('MIDI keyboard').selectOption({ label: 'Simulated keyboard' });
  await page.getByLabel('Notes it plays').fill('F3 A3 C4 E4');
  await page.getByRole('button', { name: 'Press', exact: true }).click();
  await takeHeard(page);
  await expect.poll(() => loudness(page)).toBeGreaterThan(0.001);
  await page.getByRole('button', { name: 'Unplug' }).click();
  await expect(page.getByRole('alert')).toContainText('Simulated keyboard was disconnected');
  await expect.poll(() => loudness(page)).toBeLessThan(0.0005);
  await page.getByRole('button', { name: 'Take the name' }).click();
  await bar(page, 1, 'F major seven, 4 beats');

  // The screen's keys stay down until they are let go.
  await page.getByRole('button', { name: 'C4', exact: true }).click();
  await expect(page.getByRole('button', { name: 'C4', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'All notes off' }).click();
  await expect(page.getByRole('button', { name: 'C4', exact: true })).toHaveAttribute(
    'aria-pressed',
    'false',
  );
  await expect.poll(() => loudness(page)).toBeLessThan(0.0005);
});

test('what cannot be read stays, with the nearest readings', async ({ page }) => {
  await newSong(page);
  await openBar(page, 1);
  const field = page.getByLabel('Chords of this bar');
  for (const [text, offer] of [
    ['Cmaj77', 'Cmaj7'],
    ['♯F', 'F#'],
    ['iix7', 'ii7'],
  ] as const) {
    await field.fill(text);
    await expect(page.getByRole('alert')).toContainText('can be read');
    await expect(field).toHaveValue(text);
    await expect(page.getByRole('button', { name: `Use ${offer}`, exact: true })).toBeVisible();
  }
  await field.fill('Дм7');
  await expect(page.getByRole('alert')).toBeVisible();
  await field.fill(Array(500).fill('C').join(' '));
  await expect(page.getByRole('alert')).toContainText('500 chords and holds 4');
  await field.fill('It was a dark and stormy night; the rain fell in torrents.');
  await expect(page.getByRole('alert')).toBeVisible();
  await expect(field).toHaveValue(/stormy night/);
  await field.evaluate((input) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', '[Verse]\nDm | G7 | C | C');
    input.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
  await page.getByRole('button', { name: 'Open it as text' }).click();
  await page.getByRole('button', { name: 'Put it in' }).click();
  await bar(page, 2, 'G seven, 4 beats');
});

test('a chord sheet as one has it: chords over words go in as a chart, with what is left out said', async ({
  page,
}) => {
  await newSong(page);
  await openBar(page, 1);
  await way(page, 'Type');
  const field = page.getByLabel('Chords of this bar');
  await field.fill('C - G - Am - F - G');
  await page.getByRole('button', { name: 'A bar for each: 5 bars' }).click();
  await bar(page, 5, 'G major, 4 beats');
  await openBar(page, 1);
  await way(page, 'Type');
  await field.evaluate((input) => {
    const clipboardData = new DataTransfer();
    const sheet =
      'Lanterns\nCapo 2\n\nVerse 1:\nEm       C\nThe lamps are lit\nG        D/F#\nalong the quay\n\nChorus\nC D Em Em\n\nVerse 2';
    clipboardData.setData('text/plain', sheet);
    input.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
  await page.getByRole('button', { name: 'Open it as text' }).click();
  const notice = page.getByRole('alert').filter({ hasText: 'chord sheet' });
  await expect(notice).toContainText('2 sections, 8 bars');
  await expect(notice).toContainText('by its chords it is in E minor');
  await expect(notice).toContainText('Left out: 2 lines of words.');
  // One message, and one thing to do about it: in sight, and first.
  await expect(page.getByRole('dialog').getByRole('alert')).toHaveCount(1);
  await expect(page.getByRole('button', { name: 'Put it in' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Write it as a chart' })).toBeInViewport({ ratio: 1 });
  await page.getByRole('button', { name: 'What is left out' }).click();
  await expect(notice).toContainText('Line 6, words: The lamps are lit');
  await page.getByRole('button', { name: 'Write it as a chart' }).click();
  await expect(page.getByLabel('Chart', { exact: true })).toContainText('| Em | C | G | D/F# |');
  await page.getByRole('button', { name: 'Put it in' }).click();
  await bar(page, 4, 'D major over F sharp, 4 beats');
  await expect(page.getByRole('button', { name: /^Chorus, bar 2: D major/ })).toBeVisible();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Lanterns');
});

test('runs: copy, paste into another metre, repeat, transpose, move, clear', async ({ page }) => {
  await typeSong(page, ['C', 'Am7', 'F', 'G7']);
  await page.getByRole('button', { name: 'Chart as text' }).click();
  await page
    .getByLabel('Chart', { exact: true })
    .fill('key: C\n\n[Verse]\nC | Am7 | F | G7\n\n[Bridge]\ntime: 3/4\nkey: Eb\nEb | Bb7');
  await page.getByRole('button', { name: 'Put it in' }).click();
  await openBar(page, 1);
  await way(page, 'Time');
  await page.getByRole('button', { name: 'Select bars' }).click();
  await page.getByRole('button', { name: /^Verse, bar 2/ }).click();
  await expect(page.getByRole('dialog', { name: 'Verse, bars 1 to 2, 2 chords' })).toBeVisible();
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await page.getByRole('button', { name: /^Close/ }).click();

  await page.getByRole('button', { name: /^Bridge, bar 1/ }).click();
  await page.getByRole('button', { name: 'Select bars' }).click();
  await page.getByRole('button', { name: 'Paste…' }).click();
  await page.getByRole('radio', { name: 'keep the bars' }).click();
  await page.getByRole('button', { name: 'In place of these bars' }).click();
  await expect(page.getByRole('button', { name: /^Bridge, bar 1: E flat major, 3 beats/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Bridge, bar 2: C minor seven, 3 beats/ })).toBeVisible();
  await page.getByRole('button', { name: 'A semitone up' }).click();
  await expect(page.getByRole('button', { name: /^Bridge, bar 1: F flat major, 3 beats/ })).toBeVisible();
  await page.getByRole('button', { name: 'Once more often' }).click();
  await page.getByRole('button', { name: 'Repeat', exact: true }).click();
  await expect(page.getByRole('group', { name: 'Bridge, 4 bars' })).toBeVisible();
  await page.getByRole('button', { name: 'Clear', exact: true }).click();
  await page.getByRole('button', { name: 'A bar later' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Moved a bar later' })).toBeVisible();
  await page.getByRole('button', { name: /^Close/ }).click();
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByRole('button', { name: /^Bridge, bar 1: E flat major, 3 beats/ })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Bridge, 2 bars' })).toBeVisible();
});

test('a run is kept in the library of one’s own, found again, put in another key and deleted', async ({
  page,
}) => {
  await typeSong(page, ['Cm', 'Ab', 'Eb', 'Bb']);
  await page.getByRole('button', { name: /^Section Verse / }).click();
  await page.getByRole('button', { name: 'Select all bars' }).click();
  await page.getByRole('button', { name: 'Keep…' }).click();
  const name = `Ebb tide ${Date.now()}`;
  await page.getByLabel('Name of the progression').fill(name);
  await page.route('**/api/progressions', (route) => route.abort());
  await page.getByRole('button', { name: 'Keep it in my library' }).click();
  await expect(page.getByRole('alert')).toContainText('server does not answer');
  await page.unroute('**/api/progressions');
  await page.getByRole('button', { name: 'Keep it in my library' }).click();
  await expect(page.getByRole('status').filter({ hasText: `Kept as ${name}` })).toBeVisible();
  await page.getByRole('button', { name: /^Close/ }).click();
  await openBar(page, 1);
  await way(page, 'Library');
  await page.getByLabel('Search the library').fill('Ebb tide');
  await page.getByRole('button', { name: new RegExp(`^${name}:`) }).click();
  await page.getByRole('button', { name: 'Between the bars' }).click();
  await expect(page.getByRole('group', { name: /^Verse, 1[0-9] bars|^Verse, 8 bars/ })).toBeVisible();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  // It asks once.
  await page.getByRole('button', { name: 'Delete it for good' }).click();
  await expect(page.getByText(/Nothing is found by/)).toBeVisible();
});

test('drafts stand side by side; switching changes every part at once and loses none', async ({ page }) => {
  await typeSong(page, ['C', 'F', 'G', 'C']);
  await saved(page);
  const before = await takeMidi(page);
  await page.getByRole('button', { name: /^Section Verse / }).click();
  await page.getByRole('button', { name: /^Drafts/ }).click();
  await page.getByRole('button', { name: /^New draft from/ }).click();
  await expect(page.getByRole('group', { name: /^Draft / })).toHaveCount(2);
  await page.getByRole('button', { name: /^Use / }).click();
  await page.getByRole('button', { name: /^Close/ }).click();
  await openBar(page, 2);
  await page.getByLabel('Chords of this bar').fill('Dm7');
  await page.getByRole('button', { name: /^Close/ }).click();
  await saved(page);
  const other = await takeMidi(page);
  for (const part of ['Bass', 'Keys', 'Guitar']) {
    expect(partNotes(other, part, BAR, 2 * BAR), part).not.toBe(partNotes(before, part, BAR, 2 * BAR));
  }
  await page.getByRole('button', { name: /^Section Verse / }).click();
  await page.getByRole('button', { name: /^Drafts/ }).click();
  expect(await findings(page)).toEqual([]);
  await page.getByRole('button', { name: /^Use / }).click();
  await page.getByRole('button', { name: /^Close/ }).click();
  await saved(page);
  await page.reload();
  await bar(page, 2, 'F major, 4 beats');
  const again = await takeMidi(page);
  for (const part of ['Bass', 'Keys', 'Guitar']) expect(partNotes(again, part)).toBe(partNotes(before, part));
});

test('boundaries and the end of a section are dragged; a drag beyond stops at the edge', async ({ page }) => {
  await typeSong(page, ['C', 'F', 'G', 'C']);
  await openBar(page, 2);
  const drag = async (label: RegExp, by: number): Promise<void> => {
    const grip = page.getByRole('slider', { name: label });
    const box = (await grip.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 1; i <= 8; i++) await page.mouse.move(x + (by * i) / 8, y);
    await page.mouse.up();
  };
  const width = (await page.getByRole('button', { name: /^Verse, bar 2/ }).boundingBox())!.width;
  await drag(/^Boundary between C and F$/, width / 4);
  await expect(page.getByRole('button', { name: /^Verse, bar 2: F major, 3 beats/ })).toBeVisible();
  await drag(/^Boundary between C and F$/, width * 5);
  await bar(page, 3, 'G major, 4 beats');
  const grip = page.getByRole('slider', { name: /^Boundary between C and F$/ });
  await grip.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(grip).toBeFocused();
  await openBar(page, 4);
  await drag(/^End of Verse$/, -width * 20);
  await expect(page.getByRole('group', { name: /^Verse, 1 bars?$/ })).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByRole('group', { name: 'Verse, 4 bars' })).toBeVisible();
});

test('a key change moves the chords with it, or keeps their sound', async ({ page }) => {
  await typeSong(page, ['C', 'Am7', 'F', 'G7']);
  const open = (): Promise<void> =>
    page.getByRole('button', { name: /change key or metre of the song$/ }).click();
  await open();
  await page.getByLabel('Key', { exact: true }).selectOption({ label: 'E♭ major' });
  await bar(page, 2, 'C minor seven, 4 beats');
  await page.getByRole('radio', { name: 'keep their sound' }).click();
  await page.getByLabel('Key', { exact: true }).selectOption({ label: 'G major' });
  await bar(page, 1, 'D sharp major|^Verse, bar 1: E flat major');
  await page.getByLabel('Metre', { exact: true }).selectOption('3/4');
  await page.getByRole('button', { name: 'Change the metre' }).click();
  await expect(page.getByRole('button', { name: /^Verse, bar 2: C minor seven, 3 beats/ })).toBeVisible();
});
