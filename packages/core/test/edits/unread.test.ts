/** What cannot be read stays in its bar through every change of bars, is kept with the song, and goes where it is mended. */
import fc from 'fast-check';
import { applyEdit, undoStep, type Edit } from '@backline/core/edits/apply';
import {
  inNewBar,
  insertBar,
  removeBars,
  setBar,
  setBars,
  setSectionLength,
} from '@backline/core/edits/bars';
import { keepUnread, unreadIn } from '@backline/core/edits/unread';
import { readChart } from '@backline/core/formats/chart/index';
import { readSong } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { sectionBars } from '@backline/core/time/bars';
import { afterEdits, anyEdit } from '../support/edits';
import { anySong } from '../support/music';

const begun = readChart('title: Pier\n[Verse]\nC | F | G | C', OURS);
const after = (song: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, edit) => applyEdit(now, edit)?.song ?? now, song);
const where = (song: Song): (string | null)[] => {
  const section = song.sections[0]!;
  return Array.from({ length: section.bars }, (_, i) => unreadIn(song, section, i));
};
const marked = after(begun, keepUnread('s1', 1, 'Fm77 what'));

it('is kept with the song, once a bar, and its chords stay meanwhile', () => {
  expect(where(marked)).toEqual([null, 'Fm77 what', null, null]);
  expect(marked.sections[0]!.drafts).toEqual(begun.sections[0]!.drafts);
  expect(readSong(JSON.parse(JSON.stringify(marked))).song).toEqual(marked);
  expect(where(after(marked, keepUnread('s1', 1, 'Fm777')))).toEqual([null, 'Fm777', null, null]);
  expect(applyEdit(marked, keepUnread('s1', 1, 'Fm77 what'))).toBeNull();
});

it.each<[string, Edit, (string | null)[]]>([
  ['a bar before it', insertBar('s1', 0), [null, null, 'Fm77 what', null, null]],
  ['a bar behind it', insertBar('s1', 1), [null, 'Fm77 what', null, null, null]],
  ['the bar before gone', removeBars('s1', 0, 0), ['Fm77 what', null, null]],
  ['its own bar gone', removeBars('s1', 1, 1), [null, null, null]],
  ['a shorter section', setSectionLength('s1', 2), [null, 'Fm77 what']],
  ['a section that ends before it', setSectionLength('s1', 1), [null]],
])('goes along with its bar: %s', (_, edit, expected) => {
  expect(where(after(marked, edit))).toEqual(expected);
});

it('is gone where the bar is mended, let go or written over, and back by undo', () => {
  for (const edit of [
    setBar('s1', 1, 'Fm7'),
    keepUnread('s1', 1, null),
    keepUnread('s1', 1, '   '),
    setBars('s1', 0, 'Am | Dm'),
  ]) {
    const { song, step } = applyEdit(marked, edit)!;
    expect(song.sections[0]!.unread).toBeUndefined();
    expect(undoStep(song, step)).toEqual(marked);
  }
});

it('what is written where there is no bar yet brings the bar, as one step', () => {
  const { song, step } = applyEdit(begun, inNewBar('s1', keepUnread('s1', 4, 'Xx')))!;
  expect(where(song)).toEqual([null, null, null, null, 'Xx']);
  expect(undoStep(song, step)).toEqual(begun);
});

it('no text is too long, nothing unprintable gets in', () => {
  const text = `a\u0000b\n${'x'.repeat(5000)}`;
  const song = after(begun, keepUnread('s1', 0, text));
  expect(readSong(JSON.parse(JSON.stringify(song))).trouble).toBeNull();
});

it('stays at the start of its bar, whatever is done to bars, metres and lengths, and goes with it', () => {
  const rows = fc.array(fc.tuple(anyEdit, fc.nat({ max: 60 })), { minLength: 1, maxLength: 5 });
  fc.assert(
    fc.property(anySong, fc.nat({ max: 5 }), rows, (start, bar, row) => {
      const [section] = start.sections;
      const kept = afterEdits(start, [
        [() => keepUnread(section!.id, bar % section!.bars, 'C7 and then some'), 0],
      ]);
      const after = afterEdits(kept, row);
      for (const one of after.sections) {
        const begins = sectionBars(one, after).map((b) => b.start);
        const stand = (one.unread ?? []).map(({ at }) => at);
        expect(stand.filter((at) => !begins.includes(at))).toEqual([]);
        expect(new Set(stand).size).toBe(stand.length);
      }
    }),
    { numRuns: 150 },
  );
});
