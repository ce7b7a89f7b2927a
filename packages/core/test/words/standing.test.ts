/** How a song stands, told in words: what holds is said, what goes without saying is not. */
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { setSectionAnnotation, setSongAnnotation, setTags, tagsOf } from '@backline/core/edits/annotations';
import { describePart } from '@backline/core/edits/parts';
import { setSettings } from '@backline/core/edits/settings';
import { keepUnread } from '@backline/core/edits/unread';
import { readChart } from '@backline/core/formats/chart/index';
import { changedInWords } from '@backline/core/song/changed';
import { LIMITS } from '@backline/core/song/limits';
import { readSong } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import { summaryOf } from '@backline/core/song/wire';
import { OURS } from '@backline/core/styles/index';
import { songInWords } from '@backline/core/words/standing';

const begun = readChart('title: Pier\nkey: G\ntempo: 96\n[Verse] x2\nG | C | D7 | G\n[Bridge]\nEm', OURS);
const after = (song: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, edit) => applyEdit(now, edit)?.song ?? now, song);

it('tells form, band and sections', () => {
  const song = after(
    begun,
    setSettings('bass', null, { pattern: 'octave-rock', density: 4 }),
    setSettings('keys', 's2', { on: false }),
    setSettings('guitar', 's2', { dynamics: 'p' }),
    describePart('bass', 'holds the floor.'),
    keepUnread('s2', 0, 'Em77'),
  );
  const told = songInWords(song, OURS);
  expect(told.song).toEqual([
    'G major, 4/4, 96 beats a minute, in the style Quayside.',
    'Verse twice and Bridge: 9 bars in all.',
  ]);
  expect(told.band[0]).toMatch(
    /^Bass: Octave rock, density 4, mf, on .*\. holds the floor\. Set by hand: pattern and density\.$/,
  );
  expect(told.band[1]).toMatch(/Rests in Bridge\.$/);
  expect(told.sections[0]).toEqual({
    id: 's1',
    name: 'Verse',
    says: ['4 bars in G major, 4 chords, played twice.'],
  });
  expect(told.sections[1]!.says).toEqual([
    'one bar in G major, one chord, played once.',
    'Its own settings: Guitar (dynamics).',
    'Keys rests.',
    'one bar cannot be read.',
  ]);
});

it('says so where no section is played, and where a part is of a kind that is not here', () => {
  const told = songInWords(
    { ...begun, form: [], parts: [{ ...begun.parts[0]!, kind: 'theremin' }], style: 'gone' },
    OURS,
  );
  expect(told.song).toEqual([
    expect.stringContaining('gone (not here; Quayside plays)'),
    'No section is played.',
  ]);
  expect(told.band).toEqual(['Bass is of a kind that is not here, and rests.']);
});

it('notes and tags are kept as they can be, and go where they are emptied', () => {
  const song = after(
    begun,
    setSongAnnotation(' thin on purpose\u0007\nsee the demo '),
    setSectionAnnotation('s2', 'x'.repeat(9000)),
    setTags(['slow', 'Slow', ' ', 'y'.repeat(99), ...Array.from({ length: 30 }, (_, i) => `t${i}`)]),
  );
  expect(readSong(JSON.parse(JSON.stringify(song))).song).toEqual(song);
  expect(song.annotation).toBe('thin on purpose\nsee the demo');
  expect(song.sections[1]!.annotation).toHaveLength(LIMITS.noteLength);
  expect(song.tags!.slice(0, 2)).toEqual(['slow', 'y'.repeat(LIMITS.tagLength)]);
  expect(song.tags).toHaveLength(LIMITS.tags);
  expect(summaryOf(song).tags).toEqual(song.tags);
  expect(after(song, setSongAnnotation(' '), setSectionAnnotation('s2', ''), setTags([]))).toEqual(begun);
  expect(tagsOf(['a', 'A', 'b'])).toEqual(['a', 'b']);
});

it.each<[Edit, string]>([
  [setSettings('bass', null, { density: 2 }), 'Bass'],
  [setSettings('bass', 's1', { density: 2 }), 'how the band plays Verse'],
  [setSongAnnotation('why'), 'the note'],
  [setTags(['slow']), 'the tags'],
])('what was changed last is told: %#', (edit, words) => {
  const { song, step } = applyEdit(begun, edit)!;
  expect(changedInWords(song, step.forward)).toBe(words);
});
