import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import type { SongList, StoredSong } from '@backline/core/song/wire';
import { notesOf, readStrictly, type ReadFile } from '../../packages/core/test/formats/strictMidi';

/** Takes the MIDI file from the app as a writer would, and reads it strictly. */
export async function takeMidi(page: Page): Promise<ReadFile> {
  // With a bar in hand the way out is folded away.
  const take = page.getByRole('button', { name: 'Take the song away' });
  if (!(await take.isVisible())) await page.getByRole('button', { name: /^Close/ }).click();
  const waiting = page.waitForEvent('download');
  await take.click();
  await page.getByRole('button', { name: 'MIDI file' }).click();
  const download = await waiting;
  await page.getByRole('button', { name: 'Close Take the song away' }).click();
  return readStrictly(readFileSync((await download.path())!));
}

/** Names of chords in a MIDI file, in order. */
export const chordNames = (file: ReadFile): string[] =>
  file.tracks[0]!.filter((e) => e.kind === 'meta' && e.a === 1).map((e) => e.text);

/** Notes of one part between two ticks, as text to compare. */
export function partNotes(file: ReadFile, name: string, from = 0, to = Infinity): string {
  const track = file.tracks.find((t) => t.some((e) => e.kind === 'meta' && e.a === 3 && e.text === name));
  if (!track) return '';
  return notesOf(track)
    .filter((n) => n.start >= from && n.start < to)
    .map((n) => `${n.start}:${n.pitch}`)
    .sort()
    .join(' ');
}

export const saved = (page: Page) => expect(page.getByRole('banner').getByRole('status')).toHaveText('Saved');

/** A first visit, which opens the newest song of the songbook: a demo song of this test's own. */
export async function firstVisit(page: Page): Promise<void> {
  const { songs } = (await (await page.request.get('/api/songs?limit=500')).json()) as SongList;
  const demo = songs.filter((s) => s.title === 'Last Ferry Out').at(-1)!;
  const { song } = (await (await page.request.get(`/api/songs/${demo.id}`)).json()) as StoredSong;
  const own = (await (await page.request.post('/api/songs', { data: { song } })).json()) as StoredSong;
  // Tests beside this one make songs too: to this page its own is the newest.
  await page.route('**/api/songs?**', async (route) => {
    const response = await route.fetch();
    const list = (await response.json()) as SongList;
    const first = list.songs.filter((s) => s.id === own.id);
    const rest = list.songs.filter((s) => s.id !== own.id);
    // A list that is asked for once more while the page opens may be answered too late for anybody.
    await route.fulfill({ response, json: { ...list, songs: [...first, ...rest] } }).catch(() => undefined);
  });
  await page.goto('/');
  await expect(page.getByLabel('Title of the song')).toHaveValue('Last Ferry Out');
  expect(page.url()).toContain(own.id);
  await page.unroute('**/api/songs?**');
}

/** A demo song of this test's own, with no more than the first places of its form: quick to play through. */
export async function openDemo(page: Page, title: string, view: string, places = 3): Promise<void> {
  const { songs } = (await (await page.request.get('/api/songs?limit=500')).json()) as SongList;
  const demo = songs.filter((s) => s.title === title).at(-1)!;
  const { song } = (await (await page.request.get(`/api/songs/${demo.id}`)).json()) as StoredSong;
  const data = { song: { ...song, form: song.form.slice(0, places) } };
  const own = (await (await page.request.post('/api/songs', { data })).json()) as StoredSong;
  await page.addInitScript(() => localStorage.setItem('backline/visited', '1'));
  await page.goto(`/song/${own.id}/${view}`);
  await expect(page.getByLabel('Title of the song')).toHaveValue(title);
}

/** The songbook, as one who has been here before comes to it. */
export async function openSongbook(page: Page): Promise<void> {
  await page.addInitScript(() => localStorage.setItem('backline/visited', '1'));
  await page.goto('/');
}

/** Starts a song from the songbook. */
export async function newSong(page: Page): Promise<void> {
  await openSongbook(page);
  await page.getByRole('button', { name: 'New song', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Verse, bar 1/ })).toBeVisible();
}

/** Starts a song from the songbook with a chart put in as text. */
export async function newChart(page: Page, text: string): Promise<void> {
  await newSong(page);
  await page.getByRole('button', { name: 'Chart as text' }).click();
  await page.getByLabel('Chart', { exact: true }).fill(text);
  await page.getByRole('button', { name: 'Put it in' }).click();
}

/** Takes a bar of the Verse in hand. */
export const openBar = (page: Page, bar: number) =>
  page.getByRole('button', { name: new RegExp(`^Verse, bar ${bar}:`) }).click();

/** Starts a song from the songbook and types its chords bar by bar. */
export async function typeSong(page: Page, bars: readonly string[]): Promise<void> {
  await newSong(page);
  await openBar(page, 1);
  for (const [i, bar] of bars.entries()) {
    await expect(page.getByRole('dialog', { name: `Verse, bar ${i + 1}` })).toBeVisible();
    const field = page.getByLabel('Chords of this bar');
    await field.fill(bar);
    if (i + 1 < bars.length) await field.press('Enter');
  }
  await page.getByRole('button', { name: /^Close/ }).click();
}

const LINE = 'Am7 D7 | Gmaj7 C | F#m7b5 B7 | Em E7';

/** A chart of so many bars in sections of at most 64. */
export function longChart(bars: number): string {
  const sections: string[] = [];
  for (let left = bars; left > 0; left -= 64) {
    const lines = Math.min(left, 64) / 4;
    sections.push(`[Part ${sections.length + 1}]\n${Array(lines).fill(LINE).join('\n')}`);
  }
  return `title: Long\nkey: G\n\n${sections.join('\n\n')}`;
}
