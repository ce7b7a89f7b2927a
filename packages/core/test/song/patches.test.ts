/** What the app sends of edits leads the server, through JSON and the check of the request, to the very same song. */
import fc from 'fast-check';
import { EditRefused, applyEdit, undoStep, type Edit, type EditStep } from '@backline/core/edits/apply';
import { setTitle } from '@backline/core/edits/song';
import { ChartError } from '@backline/core/formats/chart/index';
import { PatchesDoNotFit, patchSchema, wholeSong, withPatches } from '@backline/core/song/patches';
import { readSong } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import { anyEdit } from '../support/edits';
import { anySong, longSong } from '../support/music';

/** Patches as they come out of a request. */
const sent = (patches: EditStep['forward']) => patchSchema.array().parse(JSON.parse(JSON.stringify(patches)));

/** A song as the server has it. */
const stored = (song: Song): Song => readSong(JSON.parse(JSON.stringify(song))).song!;

function tryEdit(song: Song, edit: () => Edit): ReturnType<typeof applyEdit> {
  try {
    return applyEdit(song, edit());
  } catch (error) {
    if (error instanceof EditRefused || error instanceof ChartError) return null;
    throw error;
  }
}

it('any edits, done and undone, arrive as they were made', () => {
  const anyEdits = fc.array(fc.tuple(anyEdit, fc.nat({ max: 90 })), { minLength: 1, maxLength: 8 });
  fc.assert(
    fc.property(anySong, anyEdits, (start, edits) => {
      let here = start;
      let there = stored(start);
      for (const [make, n] of edits) {
        const done = tryEdit(here, () => make(here, n));
        if (!done) continue;
        here = done.song;
        there = withPatches(there, sent(done.step.forward));
        expect(readSong(there).song).toEqual(stored(here));
        const undone = withPatches(there, sent(done.step.back));
        expect(readSong(undone).song).toEqual(stored(undoStep(here, done.step)));
      }
    }),
    { numRuns: 60 },
  );
});

it('an edit of a long song is small beside the song', () => {
  const song = longSong(128);
  const { step } = applyEdit(song, setTitle('Another'))!;
  expect(JSON.stringify(step.forward).length).toBeLessThan(100);
});

it('a whole song takes the place of whatever is there', () => {
  expect(withPatches({ any: 'thing' }, [wholeSong(longSong(16))])).toEqual(longSong(16));
});

it.each([
  [{ op: 'replace', path: ['sections', 99, 'name'], value: 'x' }],
  [{ op: 'add', path: ['__proto__', 'mine'], value: 1 }],
  [{ op: 'add', path: ['constructor', 'prototype', 'mine'], value: 1 }],
] as const)('what leads nowhere is refused: %j', (patch) => {
  expect(() => withPatches(longSong(16), [patch as never])).toThrow(PatchesDoNotFit);
  expect(Object.hasOwn(Object.prototype, 'mine')).toBe(false);
});
