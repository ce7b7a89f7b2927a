/** Two browsers with the same song: what they changed goes together, and a cue of the mix touches no note. */
import { randomUUID } from 'node:crypto';
import { expect, type Browser, type Page } from '@playwright/test';
import type { StoredSong } from '@backline/core/song/wire';
import { openBar, openDemo, saved, takeMidi, typeSong } from './support/songs';
import { test } from './support/test';

const songId = (page: Page): string => /song\/([\w-]+)/.exec(page.url())![1]!;

/** Another device with the same song open. */
async function another(browser: Browser, page: Page): Promise<Page> {
  const context = await browser.newContext({
    serviceWorkers: 'block',
    viewport: { width: 390, height: 844 },
  });
  const other = await context.newPage();
  await other.addInitScript(() => localStorage.setItem('backline/visited', '1'));
  await other.goto(page.url());
  await expect(other.getByRole('button', { name: /^Verse, bar 1/ })).toBeVisible();
  return other;
}

async function write(page: Page, bar: number, text: string): Promise<void> {
  await openBar(page, bar);
  await page.getByLabel('Chords of this bar').fill(text);
  await page.getByRole('button', { name: /^Close/ }).click();
  await saved(page);
}

const bar = (page: Page, n: number) => page.getByRole('button', { name: new RegExp(`^Verse, bar ${n}:`) });

test('two browsers change different things at once: after the next save each has both, without a question', async ({
  page,
  browser,
}) => {
  await typeSong(page, ['D', 'G', 'A', 'D']);
  await saved(page);
  const other = await another(browser, page);
  await write(page, 1, 'Bm7');
  // The other one knows nothing of it yet, and changes another bar: both are there then.
  await write(other, 3, 'F#m');
  await expect(bar(other, 1)).toHaveAccessibleName(/B minor seven/);
  await expect(bar(other, 3)).toHaveAccessibleName(/F sharp minor/);
  await other.getByRole('button', { name: /^Undo/ }).click();
  await saved(other);
  await expect(bar(other, 3)).not.toHaveAccessibleName(/F sharp minor/);
  await expect(bar(other, 1)).toHaveAccessibleName(/B minor seven/);
  await write(other, 3, 'Em');
  await page.getByLabel('Title of the song').fill('Both of us');
  await saved(page);
  await expect(bar(page, 3)).toHaveAccessibleName(/E minor/);
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(other.getByRole('alert')).toHaveCount(0);
  await other.context().close();
});

test('the same bar changed in two browsers is asked about', async ({ page, browser }) => {
  await typeSong(page, ['D', 'G']);
  await saved(page);
  const other = await another(browser, page);
  await write(page, 1, 'Bm7');
  await openBar(other, 1);
  await other.getByLabel('Chords of this bar').fill('Em7');
  await expect(other.getByRole('alert')).toContainText('newer version');
  await other.context().close();
});

test('a cue of the mix leaves the MIDI file of a song as it is, but for controllers', async ({ page }) => {
  await openDemo(page, 'Last Ferry Out', 'chart');
  const before = await takeMidi(page);
  const path = `/api/songs/${songId(page)}`;
  const { revision, song } = (await (await page.request.get(path)).json()) as StoredSong;
  const section = song.sections.find((s) => s.id === song.form[1]!.section)!;
  const cue = {
    id: 'mixed',
    at: 960,
    parts: song.parts.map((p) => p.id),
    settings: { gainOffset: -6, panOffset: 10, sendOffset: 20, shelfOffset: -4 },
  };
  const patches = [
    {
      op: 'add',
      path: ['sections', { id: section.id }, 'cues', { id: 'mixed' }],
      value: cue,
      after: section.cues.at(-1)?.id ?? null,
    },
  ];
  const answer = await page.request.patch(path, {
    data: { revision, steps: [{ edit: randomUUID(), patches }] },
  });
  expect(answer.status()).toBe(200);
  await page.reload();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Last Ferry Out');
  const after = await takeMidi(page);
  const notes = (file: typeof before) =>
    file.tracks.map((track) =>
      track.filter(({ kind }) => kind !== 'control').map(({ tick, kind, a, b }) => [tick, kind, a, b]),
    );
  expect(notes(after)).toEqual(notes(before));
  const controls = (file: typeof before) =>
    file.tracks.flat().filter(({ kind }) => kind === 'control').length;
  expect(controls(after)).toBeGreaterThan(controls(before));
});
