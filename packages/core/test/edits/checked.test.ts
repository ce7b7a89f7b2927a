/** No edit, whatever numbers it is given, leaves a song that cannot be kept: it is made, or refused in words. */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { EditRefused, applyEdit, type Edit } from '@backline/core/edits/apply';
import { ChartError } from '@backline/core/formats/chart/index';
import { readSong } from '@backline/core/song/read';
import { songTrouble } from '@backline/core/song/checked';
import type { Song } from '@backline/core/song/schema';
import { anyEdit } from '../support/edits';
import { HOSTILE_NUMBERS, NUMBER_EDITS } from '../support/songEdits';
import { anySong, longSong, song } from '../support/music';

const EDITS = join(__dirname, '../../src/edits');
const SUPPORT = join(__dirname, '../support');

/** Names of all functions of a file that give an edit. */
function editsIn(text: string): string[] {
  const exported = [...text.matchAll(/^export (?:const|function) (\w+)/gm)];
  return exported.flatMap((found, i) => {
    const body = text.slice(found.index, exported[i + 1]?.index);
    return /\):\s*Edit\s*(?:=>|\{)/.test(body.split(/\n\n/)[0]!) ? [found[1]!] : [];
  });
}

it('every edit there is takes part in these trials', () => {
  const files = readdirSync(EDITS).map((file) => readFileSync(join(EDITS, file), 'utf8'));
  // `edit` makes the others.
  const all = files.flatMap(editsIn).filter((name) => name !== 'edit');
  expect(all.length).toBeGreaterThanOrEqual(95);
  const tried = ['edits.ts', 'formEdits.ts', 'songEdits.ts']
    .map((file) => readFileSync(join(SUPPORT, file), 'utf8'))
    .join('\n');
  expect(all.filter((name) => !new RegExp(`\\b${name}\\(`).test(tried))).toEqual([]);
});

/** The song after an edit, or as it was where the edit is refused with a sentence. */
function tried(before: Song, make: (s: Song) => Edit): { song: Song; refused: string | null } {
  try {
    return { song: applyEdit(before, make(before))?.song ?? before, refused: null };
  } catch (error) {
    if (!(error instanceof EditRefused)) expect(error).toBeInstanceOf(ChartError);
    return { song: before, refused: (error as Error).message };
  }
}

const isSentence = (text: string): boolean =>
  /^["“A-Z].*[.!?]$/s.test(text) && !/undefined|expected|NaN/.test(text);

/** A song goes out as text and comes back as the very same. */
const comesBack = (s: Song): void =>
  expect(readSong(JSON.parse(JSON.stringify(s)))).toEqual({ song: s, trouble: null });

/** A song as an earlier version stored it. */
const ofVersion = (version: number): Song =>
  readSong(JSON.parse(readFileSync(join(__dirname, `../song/frozen/version-${version}.json`), 'utf8'))).song!;

describe.each([
  ['a song of version 1', ofVersion(1), [-13, 0.5, 1e9, NaN]],
  ['a song of version 2', ofVersion(2), [-13, 0.5, 1e9, NaN]],
  ['a usual song', song('C | Dm7 G7 | Em | F'), HOSTILE_NUMBERS],
  ['a song of one bar', song('C'), HOSTILE_NUMBERS],
  ['a song of nothing but rests', song('N.C.'), HOSTILE_NUMBERS],
  ['a song of 2,000 bars', longSong(2000, 500), [-13, 0.5, 1e9, NaN]],
])('%s', (_, start, numbers) => {
  it.each(NUMBER_EDITS.map((make, i) => [i, make] as const))(
    'edit %i takes no number that cannot be kept',
    (_i, make) => {
      for (const number of numbers) {
        const { song: after, refused } = tried(start, (s) => make(s, number));
        if (refused !== null) expect([number, refused, isSentence(refused)]).toEqual([number, refused, true]);
        if (after !== start) comesBack(after);
      }
    },
  );
});

it('what is refused says which field it is and what holds there', () => {
  const refusal = (x: number, i: number): string | null =>
    tried(song('C'), (s) => NUMBER_EDITS[i]!(s, x)).refused;
  expect(refusal(99, 0)).toBe('The density must be at most 5.');
  expect(refusal(0.5, 0)).toBe('The density must be a whole number.');
});

it('finds the same trouble as the door through which documents come, after whatever edits', () => {
  fc.assert(
    fc.property(
      anySong,
      fc.array(fc.tuple(anyEdit, fc.nat({ max: 60 })), { minLength: 1, maxLength: 6 }),
      (start, edits) => {
        let now = start;
        for (const [make, n] of edits) {
          now = tried(now, (s) => make(s, n)).song;
          expect(songTrouble(now)).toBeNull();
          comesBack(now);
        }
      },
    ),
    { numRuns: 100 },
  );
});
