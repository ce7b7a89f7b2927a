/** A loop becomes a song: the form, by touch on a phone and by keyboard. */
import { expect, type Page } from '@playwright/test';
import { readChart } from '@backline/core/formats/chart/index';
import type { Song } from '@backline/core/song/schema';
import type { StoredSong } from '@backline/core/song/wire';
import { OURS } from '@backline/core/styles/index';
import { findings } from './support/axe';
import { heardFor, listen, takeHeard } from './support/hearing';
import { chordNames, newChart, openDemo, openSongbook, saved, takeMidi } from './support/songs';
import { smallTargets } from './support/targets';
import { notesOf, type ReadFile } from '../packages/core/test/formats/strictMidi';
import { test } from './support/test';
import { settled } from './support/settled';

const BAR = 1920;
const LOOP =
  'title: Low Tide\nkey: C\ntempo: 240\nstyle: quayside\n\n[Verse]\nC | Am7 | F | G7 | C | Am7 | Dm7 | G7';

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', typeof name === 'string' ? { name, exact: true } : { name });
const radio = (page: Page, name: string | RegExp) =>
  page.getByRole('radio', typeof name === 'string' ? { name, exact: true } : { name });
const part = (page: Page, name: string | RegExp) =>
  page.getByRole('switch', typeof name === 'string' ? { name, exact: true } : { name });

async function loopInForm(page: Page): Promise<void> {
  await newChart(page, LOOP);
  await page.getByRole('link', { name: 'Form' }).click();
  await expect(part(page, 'Bass plays in Verse')).toBeChecked();
}

/** Starts of a part's notes between two bars, in bars. */
function heardIn(file: ReadFile, name: string, from: number, to: number): number {
  const track = file.tracks.find((t) => t.some((e) => e.kind === 'meta' && e.a === 3 && e.text === name));
  return track
    ? notesOf(track).filter((n) => n.start >= from * BAR - 30 && n.start < to * BAR - 30).length
    : 0;
}

/** Mean velocity of all that is struck between two bars. */
function meanStrength(file: ReadFile, from: number, to: number): number {
  const struck = file.tracks
    .flat()
    .filter((e) => e.kind === 'note on' && e.b > 0 && e.tick >= from * BAR && e.tick < to * BAR);
  return struck.reduce((sum, e) => sum + e.b, 0) / Math.max(1, struck.length);
}

test('from an eight-bar loop to a whole song, by touch on a phone', async ({ page }) => {
  await loopInForm(page);
  const troubles: Record<string, unknown> = {};
  const look = async (name: string): Promise<void> => {
    await settled(page);
    const [axe, small] = [await findings(page), await smallTargets(page)];
    if (axe.length || small.length) troubles[name] = { axe, small };
  };
  await look('form');

  // Told twice; the guitar enters at the second, the keys rest in the first only.
  await button(page, 'Verse once more').tap();
  await expect(radio(page, /^Verse ·2/)).toBeVisible();
  await radio(page, /^Verse ·1/).tap();
  await radio(page, 'Time 1 only').tap();
  for (const name of ['Guitar', 'Keys']) {
    await part(page, `${name} plays in Verse, time 1`).tap();
    await expect(part(page, `${name} plays in Verse, time 1`)).not.toBeChecked();
  }
  await expect(button(page, /^Guitar in Verse, time 1: rests, set for this time/)).toBeVisible();
  await radio(page, /^Verse ·2/).tap();
  await expect(button(page, /^Guitar in Verse, time 2: .*other than before/)).toBeVisible();

  // A chorus made of the verse, and lifted.
  await button(page, 'About Verse').tap();
  await look('about a section');
  await button(page, 'Double').tap();
  await button(page, 'Close About Verse').tap();
  await radio(page, 'Verse 2').tap();
  await button(page, 'About Verse 2').tap();
  await page.getByLabel('Name of the section').fill('Chorus');
  await page.getByLabel('It is').selectOption('chorus');
  await button(page, /^Close About/).tap();
  await button(page, 'Lift Chorus').tap();
  await button(page, 'Lift Chorus').tap();
  await expect(page.getByText('Lifted by 2', { exact: true })).toBeVisible();
  await expect(page.getByRole('group', { name: 'What the lift moves' })).toBeVisible();

  // A bridge, in which the strings follow chords of their own.
  await button(page, 'Add a section').tap();
  await page.getByLabel('Name of the section').fill('Bridge');
  await button(page, /^Close About/).tap();
  await radio(page, 'For Bridge').tap();
  await button(page, /^Strings in Bridge/).tap();
  await look('a cell');
  await button(page, 'Own chords').tap();
  await page.getByLabel('Bars, as the chart writes them').fill('Dm7 | X | Bb | F');
  await button(page, 'Write them').tap();
  await expect(page.getByRole('alert')).toContainText('X');
  await page.getByLabel('Bars, as the chart writes them').fill('Dm7 | / / / / | Bb | F');
  await button(page, 'Write them').tap();
  await expect(page.getByRole('img', { name: /^Strings: Dm7, Bb, F/ })).toBeVisible();
  await look('own chords');
  await button(page, /^Close Chords of Strings/).tap();

  // A stop in the second bar of the bridge.
  await button(page, 'Cue').tap();
  await look('a cue');
  await button(page, 'A bar later').tap();
  await button(page, 'Add the cue').tap();
  await button(page, 'Close Cue in Bridge').tap();
  await expect(button(page, 'stop. Bar 2: The band strikes once and stops, until bar 3.')).toBeVisible();

  // The order, by dragging a handle over several places.
  await button(page, 'Order').tap();
  await look('order');
  const handle = button(page, 'Move Bridge, place 3 of 3');
  const [from, to] = [await handle.boundingBox(), await button(page, /^Move Chorus/).boundingBox()];
  await page.mouse.move(from!.x + 20, from!.y + 20);
  await page.mouse.down();
  for (let i = 1; i <= 6; i++) {
    await page.mouse.move(from!.x + 20, from!.y + 20 + ((to!.y - from!.y) * i) / 6);
  }
  await page.mouse.up();
  await expect(button(page, 'Move Bridge, place 2 of 3')).toBeVisible();
  await button(page, 'Close Order of the sections').tap();

  // A section that was taken out comes back to its place, after a reload as well.
  await button(page, /^About Bridge/).tap();
  await button(page, 'Remove').tap();
  await saved(page);
  await page.reload();
  await button(page, 'Order').tap();
  await look('order with one taken out');
  await button(page, 'Bring back Bridge').tap();
  await expect(button(page, 'Move Bridge, place 2 of 3')).toBeVisible();
  await button(page, 'Close Order of the sections').tap();

  // How it begins and ends.
  await button(page, 'Beginning and end').tap();
  await look('beginning and end');
  await button(page, 'Add the intro').tap();
  await button(page, 'Ritardando over: a bar more').tap();
  await button(page, 'Ritardando over: a bar more').tap();
  await radio(page, 'Held, rings out').tap();
  await button(page, 'Close Beginning and end').tap();
  await expect(radio(page, 'Intro')).toBeVisible();

  // Told in words and pictures.
  await button(page, 'Compare').tap();
  await look('compare');
  await button(page, /^Close Compare/).tap();
  await button(page, 'Several cells').tap();
  await look('several');
  await button(page, 'Close Several cells').tap();
  expect(troubles).toEqual({});

  // All of it was set by hand: the band is not to build it up as well.
  await page.getByRole('link', { name: 'Band', exact: true }).tap();
  await button(page, 'Together').tap();
  await part(page, 'Arc of the song').tap();
  await expect(part(page, 'Arc of the song')).not.toBeChecked();
  await page.getByRole('link', { name: 'Form', exact: true }).tap();

  await saved(page);
  const file = await takeMidi(page);
  // Intro 0–2, Verse 2–10 and 10–18, Bridge 18–22, Chorus 22–30.
  const markers = file.tracks[0]!.filter((e) => e.kind === 'meta' && e.a === 6).map((e) => [
    e.tick / BAR,
    e.text,
  ]);
  expect(markers).toEqual([
    [0, 'Intro'],
    [2, 'Verse'],
    [10, 'Verse'],
    [18, 'Bridge'],
    [22, 'Chorus'],
  ]);
  const silent = (name: string, a: number, b: number) =>
    expect([name, a, heardIn(file, name, a, b)]).toEqual([name, a, 0]);
  const plays = (name: string, a: number, b: number) =>
    expect([name, a, heardIn(file, name, a, b) > 0]).toEqual([name, a, true]);
  for (const name of ['Bass', 'Drums']) plays(name, 0, 2);
  for (const name of ['Keys', 'Guitar', 'Strings', 'Arp', 'Solo']) silent(name, 0, 2);
  for (const name of ['Keys', 'Guitar']) {
    silent(name, 2, 9.8);
    plays(name, 10, 18);
  }
  for (const name of ['Bass', 'Keys', 'Drums', 'Guitar']) {
    expect([name, heardIn(file, name, 19.3, 19.8)]).toEqual([name, 0]);
    plays(name, 20, 22);
  }
  expect(meanStrength(file, 22, 28)).toBeGreaterThan(meanStrength(file, 10, 18) + 8);
  const tempos = file.tracks[0]!.filter((e) => e.kind === 'meta' && e.a === 0x51);
  expect(tempos.length).toBeGreaterThan(4);
  expect(tempos.every((e, i) => i === 0 || e.tick >= 28 * BAR)).toBe(true);
  expect(chordNames(file).slice(0, 2)).toEqual(['C', 'Am7']);

  // Heard over every boundary: never a gap, and nothing rings on behind the end.
  await listen(page);
  await page.reload();
  await expect(radio(page, 'Intro')).toBeVisible();
  await button(page, 'Play').tap();
  await expect(button(page, 'Stop')).toBeVisible();
  await page.waitForFunction(() => document.querySelector('[aria-valuetext^="Verse"]') !== null);
  await takeHeard(page);
  let silences = 0;
  for (let i = 0; i < 200 && !(await button(page, 'Play').isVisible()); i++) {
    const { loudness } = await heardFor(page, 0.4);
    if (loudness < 0.002) silences++;
  }
  await expect(button(page, 'Play')).toBeVisible();
  // The stop is the only silence, and what rings out after the last chord.
  expect(silences).toBeLessThan(6);
  // What rings out is over by itself.
  await expect.poll(async () => (await heardFor(page, 0.5)).peak).toBeLessThan(0.001);
  expect((await heardFor(page, 0.5)).peak).toBeLessThan(0.001);
});

test('the same song by keyboard alone', async ({ page }) => {
  await loopInForm(page);
  const keys = async (...pressed: string[]): Promise<void> => {
    for (const key of pressed) await page.keyboard.press(key);
  };
  /** Presses a control as a keyboard does. */
  const press = async (name: string | RegExp): Promise<void> => {
    await button(page, name).focus();
    await keys('Enter');
  };
  const turn = async (name: string): Promise<void> => {
    await part(page, name).focus();
    await keys('Space');
    await expect(part(page, name)).not.toBeChecked();
  };
  const choose = async (name: string | RegExp): Promise<void> => {
    await radio(page, name).focus();
    await keys('Space');
    await expect(radio(page, name)).toBeChecked();
  };
  await press('Verse once more');
  await expect(radio(page, /^Verse ·2/)).toBeVisible();
  const glance = page.getByRole('slider', { name: 'The song at a glance' });
  await choose('Time 1 only');
  await turn('Keys plays in Verse, time 1');
  await turn('Guitar plays in Verse, time 1');
  await glance.focus();
  await keys('ArrowRight');
  await expect(glance).toHaveAttribute('aria-valuetext', /^Verse, time 2, \d of \d play/);

  // A chorus made of the verse, lifted.
  await press('About Verse');
  await press('Double');
  await keys('Escape');
  await expect(radio(page, 'Verse 2')).toBeVisible();
  await glance.focus();
  await keys('End');
  await press('About Verse 2');
  await page.getByLabel('Name of the section').focus();
  await keys('Control+a');
  await page.keyboard.type('Chorus');
  await keys('Escape');
  await choose('For Chorus');
  await press('Lift Chorus');
  await press('Lift Chorus');
  await expect(page.getByText('Lifted by 2', { exact: true })).toBeVisible();
  // What a lift moves is left out, and taken back in.
  const fuller = page.getByRole('group', { name: 'What the lift moves' }).getByRole('button').first();
  await fuller.focus();
  await keys('Enter');
  await expect(fuller).toHaveAttribute('aria-pressed', 'false');
  await keys('Enter');
  await expect(fuller).toHaveAttribute('aria-pressed', 'true');

  // A bridge with own chords for the strings, and a stop that is moved, stretched and taken back.
  await press('Add a section');
  await page.getByLabel('Name of the section').focus();
  await keys('Control+a');
  await page.keyboard.type('Bridge');
  await keys('Escape');
  await press(/^Strings in Bridge/);
  await press('Own chords');
  const field = page.getByLabel('Bars, as the chart writes them');
  await field.focus();
  await keys('Control+a');
  await page.keyboard.type('Dm7 | / / / / | Bb | F');
  await keys('Enter');
  await expect(page.getByRole('img', { name: /^Strings: Dm7, Bb, F/ })).toBeVisible();
  await keys('Escape');
  await press('Cue');
  await press('Add the cue');
  await keys('Escape');
  const cue = page.getByRole('group', { name: 'Cues of Bridge' }).getByRole('button');
  await cue.focus();
  await keys('ArrowRight', 'Shift+ArrowRight');
  await expect(cue).toHaveAttribute(
    'aria-label',
    'stop. Bar 1, beat 2: The band strikes once and stops, until bar 2, beat 3.',
  );
  await cue.focus();
  await keys('Delete');
  await expect(cue).toHaveCount(0);
  await press(/^Undo: remove a cue/);
  await expect(cue).toHaveCount(1);

  // The order: picked up, moved, put down.
  await press('Order');
  await button(page, 'Move Bridge, place 3 of 3').focus();
  await keys('Space');
  await settled(page);
  await keys('ArrowUp');
  await settled(page);
  await keys('Space');
  await expect(button(page, 'Move Bridge, place 2 of 3')).toBeVisible();
  await keys('Escape');

  // Two cells of a row at once, let go again.
  await press('Several cells');
  await press('Arp: take all of it in hand');
  await expect(page.getByText('4 cells in hand.')).toBeVisible();
  await press('Rest');
  await keys('Escape');
  await expect(button(page, /^Arp in Bridge: rests/)).toBeVisible();

  // A build over the playings, an intro, a ritardando.
  await press('Draw a build');
  const build = page.getByRole('slider', { name: 'The build of the song' });
  await build.focus();
  await keys('Home', 'ArrowDown');
  await expect(build).toHaveAttribute('aria-valuetext', /^Verse, time 1.*calmed by 1$/);
  await press('Draw a build');
  await press('Beginning and end');
  await press('Add the intro');
  await press('Ritardando over: a bar more');
  await keys('Escape');
  await expect(radio(page, 'Intro')).toBeVisible();
  await saved(page);
  const file = await takeMidi(page);
  const markers = file.tracks[0]!.filter((e) => e.kind === 'meta' && e.a === 6).map((e) => e.text);
  expect(markers).toEqual(['Intro', 'Verse', 'Verse', 'Bridge', 'Chorus']);
  expect(['Keys', 'Guitar', 'Strings'].map((name) => heardIn(file, name, 0, 2))).toEqual([0, 0, 0]);
  expect([heardIn(file, 'Keys', 2, 9.8), heardIn(file, 'Keys', 10, 18) > 0]).toEqual([0, true]);
});

/** Songs nobody would draw: no parts at all, nothing played, names that do not fit, a form of two hundred places. */
const ODD: readonly (readonly [string, (song: Song) => Song])[] = [
  ['no parts', (song) => ({ ...song, parts: [] })],
  ['nothing is played', (song) => ({ ...song, form: [] })],
  [
    'long names',
    (song) => ({
      ...song,
      parts: song.parts.map((p, i) => ({ ...p, name: `${'Very long name '.repeat(5)}${i}`.slice(0, 80) })),
      sections: song.sections.map((s) => ({
        ...s,
        name: 'A section with a name that goes on and on '.repeat(2).slice(0, 79),
      })),
    }),
  ],
  [
    'two hundred places',
    (song) => ({
      ...song,
      form: Array.from({ length: 200 }, (_, i) => ({ id: `x${i}`, section: 's1', repeats: 1 })),
    }),
  ],
  [
    'no chord anywhere',
    (song) => ({
      ...song,
      sections: song.sections.map((s) => ({
        ...s,
        drafts: s.drafts.map((d) => ({ ...d, chords: d.chords.map((c) => ({ ...c, symbol: null })) })),
      })),
    }),
  ],
];

test('odd songs: the form stands, and every sheet of it', async ({ page }) => {
  const song = readChart(LOOP, OURS);
  await openSongbook(page);
  for (const [name, made] of ODD) {
    const answer = await page.request.post('/api/songs', { data: { song: made(song) } });
    const { id } = (await answer.json()) as StoredSong;
    await page.goto(`/song/${id}/form`);
    if (name === 'nothing is played') {
      await expect(page.getByText('No section is played.')).toBeVisible();
      await button(page, 'Verse: play it again').click();
    }
    await expect(page.getByRole('slider', { name: 'The song at a glance' })).toBeVisible();
    for (const sheet of [/^About /, 'Order', 'Cue', 'Several cells', 'Compare', 'Beginning and end']) {
      await button(page, sheet).click();
      await expect(page.getByRole('dialog'), `${name}: ${String(sheet)}`).toBeVisible();
      await page.keyboard.press('Escape');
    }
    await button(page, /^Lift /).click();
    await expect(page.getByText('Lifted by 1', { exact: true }), name).toBeVisible();
    await page.getByRole('slider', { name: 'The song at a glance' }).focus();
    await page.keyboard.press('End');
    await expect(page.getByRole('alert'), name).toHaveCount(0);
    await saved(page);
  }
});

test('where the charts do not come, the form says the same in words, and is gone through by key', async ({
  page,
}) => {
  await page.route('**/charts-*.js', (route) => route.abort());
  await openDemo(page, 'Last Ferry Out', 'form');
  const glance = page.getByRole('slider', { name: 'The song at a glance' });
  await expect(page.getByText(/^How much goes on, from \d+ % to \d+ %, most in /)).toBeVisible();
  await glance.focus();
  await page.keyboard.press('ArrowRight');
  await expect(glance).toHaveAttribute('aria-valuenow', '2');
  await expect(page.getByRole('button', { name: /^Keys in / }).first()).toBeVisible();
});
