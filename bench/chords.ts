/**
 * How long the questions about chords take, against one frame of a screen (16 ms) and against
 * JSON.stringify of a 100-chord song in the same run. The worker answers one question at a time by these same functions.
 * Run with: npx tsx bench/chords.ts
 */
import { ideas } from '@backline/core/analysis/ideas';
import { pads } from '@backline/core/analysis/pads';
import { recognise } from '@backline/core/analysis/recognise';
import { routes } from '@backline/core/analysis/route';
import { keyOf } from '@backline/core/theory/key';
import { medians, ms } from './support';
import { longSong } from '../packages/core/test/support/music';

const FRAME = 16;
const song = longSong(100);
const chords = song.sections
  .flatMap((s) => s.drafts[0]!.chords.flatMap((c) => (c.symbol ? [c.symbol] : [])))
  .slice(0, 100);
const keys = ['C', 'Eb', 'A', 'F#m'];
let turn = 0;
const next = (): number => turn++;

const questions: Record<string, () => void> = {
  'recognition (6 notes)': () => {
    const low = 40 + (next() % 12);
    recognise([low, low + 7, low + 10, low + 15, low + 17, low + 21], keyOf(keys[turn % 4]!));
  },
  'ideas (100 chords before)': () =>
    void ideas({
      before: chords.slice(0, 99 - (next() % 8)),
      after: chords[99]!,
      key: keys[turn % 4]!,
      palette: null,
    }),
  'ideas, rich': () =>
    void ideas({
      before: chords.slice(0, 99 - (next() % 8)),
      after: chords[99]!,
      key: keys[turn % 4]!,
      palette: 'rich',
    }),
  'a route of 4 steps': () =>
    void routes({ from: chords[next() % 90]!, to: { key: keys[turn % 4]! }, steps: 4, key: 'C' }),
  'a key’s pads': () =>
    void pads(keyOf(keys[next() % 4]!), 'ionian', { rich: turn % 5, high: (turn % 10) / 10 }),
};

const names = Object.keys(questions);
const [stringify, ...took] = medians([() => void JSON.stringify(song), ...Object.values(questions)]);
console.log(`${chords.length} chords; JSON.stringify of the song takes ${ms(stringify!)}`);
names.forEach((name, i) => {
  const frame = (took[i]! / FRAME).toFixed(2);
  console.log(
    `  ${name}: ${ms(took[i]!)}, ${frame} of a frame${name.startsWith('a ') ? '' : ' (bound 1)'}, ${(took[i]! / stringify!).toFixed(1)} times JSON.stringify`,
  );
});
