/**
 * The demo songs' notes, frozen: a change of the code that means to leave them alone is held to it.
 * Where notes change on purpose, write them anew with FREEZE=1 and say in the commit which and why.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { renderBand } from '@backline/core/band/index';
import { hash } from '@backline/core/random/stream';
import { demoSong } from '../src/demo/seed';
import { DEMO_SONGS } from '../src/demo/songs';
import { OURS } from '@backline/core/styles/index';

const FILE = join(__dirname, 'frozen', 'demo-notes.json');

/** Title to part to one word a bar: its count of notes and a hash of their times, pitches and strengths. */
type Frozen = Record<string, Record<string, string[]>>;

function notesByBar(): Frozen {
  const all: Frozen = {};
  for (const demo of DEMO_SONGS) {
    const song = demoSong(demo);
    const band = renderBand(song, OURS);
    all[song.title] = Object.fromEntries(
      band.parts.map((part) => [
        part.id,
        band.bars.map((bar) => {
          const inBar = part.notes.filter((n) => n.start >= bar.start && n.start < bar.start + bar.length);
          const text = inBar.map((n) => [n.start, n.duration, n.pitch, n.velocity].join(' ')).join('|');
          return `${inBar.length}-${hash(text).toString(36)}`;
        }),
      ]),
    );
  }
  return all;
}

it('the demo songs sound as they did', () => {
  const now = notesByBar();
  if (process.env.FREEZE) writeFileSync(FILE, JSON.stringify(now, null, 1) + '\n');
  const before = JSON.parse(readFileSync(FILE, 'utf8')) as Frozen;
  expect(Object.keys(now)).toEqual(Object.keys(before));
  for (const [title, parts] of Object.entries(before)) {
    for (const [part, bars] of Object.entries(parts)) {
      const changed = bars.flatMap((bar, i) => (now[title]![part]![i] === bar ? [] : [i + 1]));
      expect({ title, part, changed }).toEqual({ title, part, changed: [] });
    }
  }
});
