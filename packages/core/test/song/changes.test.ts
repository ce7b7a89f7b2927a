/** A copy of the song elsewhere is told what is other, and keeps the rest. */
import fc from 'fast-check';
import { applyEdit, redoStep, undoStep } from '@backline/core/edits/apply';
import { setBar } from '@backline/core/edits/bars';
import { setMix, setTempo } from '@backline/core/edits/song';
import { differsInMixOnly, songChanges } from '@backline/core/song/changes';
import { withPatches } from '@backline/core/song/patches';
import { afterEdits, anyEdit } from '../support/edits';
import { anySong, longSong } from '../support/music';

it('any edits, sent as changes, make the copy the very song', () => {
  const anyEdits = fc.array(fc.tuple(anyEdit, fc.nat({ max: 90 })), { minLength: 1, maxLength: 8 });
  fc.assert(
    fc.property(anySong, anyEdits, (start, edits) => {
      let song = start;
      let copy = structuredClone(start);
      for (const one of edits) {
        const next = afterEdits(song, [one]);
        const changes = songChanges(song, next);
        copy = withPatches(copy, structuredClone(changes));
        song = next;
        expect(copy).toEqual(song);
      }
    }),
    { numRuns: 60 },
  );
});

it('what an edit leaves alone is the same object in the copy, and is not sent', () => {
  const song = longSong(128);
  const copy = structuredClone(song);
  const { song: after, step } = applyEdit(song, setBar('s4', 3, 'Bb7'))!;
  const changes = songChanges(song, after);
  expect(JSON.stringify(changes).length).toBeLessThan(JSON.stringify(song).length / 5);
  const next = withPatches(copy, structuredClone(changes));
  expect(next.sections.map((s, i) => s === copy.sections[i])).toEqual(
    [0, 1, 2, 3, 4, 5, 6, 7].map((i) => i !== 3),
  );
  expect([next.parts, next.form]).toEqual([copy.parts, copy.form]);
  expect(next.parts).toBe(copy.parts);
  const undone = undoStep(after, step);
  expect(withPatches(next, songChanges(after, undone))).toEqual(song);
  expect(redoStep(undone, step)).toEqual(after);
});

it('knows a change of the mix from any other', () => {
  const song = longSong(16);
  const louder = applyEdit(song, setMix('bass', { level: 1, mute: true }))!.song;
  expect(differsInMixOnly(song, louder)).toBe(true);
  expect(differsInMixOnly(song, applyEdit(louder, setTempo(99))!.song)).toBe(false);
  expect(differsInMixOnly(song, { ...louder, parts: louder.parts.slice(1) })).toBe(false);
});
