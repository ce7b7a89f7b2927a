/** A document that does not read is opened as far as it goes, and what was wrong is told with its place. */
import { mendSong } from '@backline/core/song/mend';
import { SONG_VERSION, readSong } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import { chordsInUse } from '@backline/core/song/inUse';
import { FULL_SONG, placesOf, withAt, type Path } from '../support/fullSong';
import { longSong, song } from '../support/music';

const mended = (document: unknown) => {
  const found = mendSong(document);
  expect(found).not.toBeNull();
  expect(readSong(found!.song).trouble).toBeNull();
  return found!;
};

it('leaves a song that reads as it is', () => {
  const s = song('C | F');
  expect(mended(s)).toEqual({ song: s, remarks: [] });
});

it('gives chords, sections and parts that share an id ids of their own, and loses none', () => {
  const s = longSong(32);
  const [first, second] = s.sections;
  const chords = first!.drafts[0]!.chords.map((c, i) => (i === 3 ? { ...c, id: 'c1' } : c));
  const { song: read, remarks } = mended({
    ...s,
    parts: [...s.parts, s.parts[0]],
    sections: [
      { ...first!, drafts: [{ ...first!.drafts[0]!, chords }] },
      { ...second!, id: first!.id, name: first!.name },
    ],
    form: [s.form[0], s.form[0]],
  });
  expect(remarks.join()).toMatch(/share an id/);
  expect(read.parts).toHaveLength(s.parts.length + 1);
  expect(read.sections.map((x) => x.name)).toEqual(['Part 1', 'Part 2']);
  expect(chordsInUse(read.sections[0]!).map((c) => c.symbol)).toEqual(chords.map((c) => c.symbol));
});

it('brings what is too large within its bounds, and leaves out what cannot be read', () => {
  const s = song('C | F');
  const [section] = s.sections;
  const [chord] = section!.drafts[0]!.chords;
  const { song: read, remarks } = mended({
    ...s,
    tempo: 1e9,
    colour: 'red',
    parts: [{ ...s.parts[0]!, mix: { ...s.parts[0]!.mix, level: 500 } }, { name: 'Nobody' }],
    sections: [
      {
        ...section!,
        bars: 1e7,
        drafts: [
          { ...section!.drafts[0]!, chords: [chord, { ...chord!, id: 'x', start: 1920, symbol: 'H7' }] },
        ],
      },
    ],
  });
  expect([read.tempo, read.parts.length, read.parts[0]!.mix.level, read.sections[0]!.bars]).toEqual([
    300, 1, 127, 999,
  ]);
  expect(chordsInUse(read.sections[0]!).map((c) => c.symbol)).toEqual(['C']);
  expect(remarks.join()).toMatch(/"H7" is not a chord/);
});

it('whatever one thing of a full song is damaged, the rest of it opens', () => {
  const values: unknown[] = [null, -1, 'half \ud83d', [], {}, 1e9, undefined];
  for (const [i, { path }] of placesOf(FULL_SONG).entries()) {
    if (['format', 'version', 'sections'].includes(path.join('.'))) continue;
    // One way a place, in turn: every kind of place meets them all somewhere.
    const value = values[i % values.length];
    const damaged = JSON.parse(JSON.stringify(withAt(FULL_SONG, path, value))) as unknown;
    const found = mendSong(damaged);
    expect([path.join('.'), value, found !== null]).toEqual([path.join('.'), value, true]);
    const { song: read } = found!;
    expect(readSong(read).trouble).toBeNull();
    // What does not lie on the way to it is still there.
    const isElsewhere = (other: Path): boolean => other[0] !== path[0];
    for (const field of ['title', 'parts', 'tags'] as const) {
      if (isElsewhere([field])) expect(read[field]).toEqual((FULL_SONG as Song)[field]);
    }
  }
});

it.each([null, 7, 'text', [], {}, { version: 99, sections: [] }, { ...song('C'), version: 99 }])(
  'nothing is made of what holds nothing of a song: %j',
  (document) => expect(mendSong(document)).toBeNull(),
);

it('one of an earlier version is brought up to this one first', () => {
  const s = song('C | F');
  const { song: read, remarks } = mended({ ...s, version: 4, tempo: 1e9 });
  expect([read.version, read.tempo, read.together?.arc]).toEqual([SONG_VERSION, 300, false]);
  expect(remarks).toHaveLength(1);
});
