/** Files brought in: songs as they are, and what does not read as far as it goes. */
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { readBrought } from '../songbook';

const song = readChart('title: Pier\n[Verse]\nG | C', OURS);
const file = (name: string, contents: unknown) => {
  const text = typeof contents === 'string' ? contents : JSON.stringify(contents);
  return { name, size: text.length, text: () => Promise.resolve(text) };
};

it('a song comes in as it is', async () => {
  expect(await readBrought(file('pier.json', song))).toEqual({ songs: [song], troubles: [], told: [] });
});

it('a song of ten million bars, or nested without end, is told and freezes nothing', async () => {
  const endless = { ...song, sections: [{ ...song.sections[0]!, bars: 10_000_000 }] };
  const { songs, told } = await readBrought(file('endless.json', endless));
  expect([songs[0]!.sections[0]!.bars, told[0]]).toEqual([
    999,
    expect.stringMatching(/does not read as it stands/),
  ]);
  const deep = await readBrought(
    file('deep.json', `{"version":3,"title":${'['.repeat(50_000)}${']'.repeat(50_000)}}`),
  );
  expect([deep.songs, deep.troubles]).toEqual([[], [expect.stringMatching(/too deep/)]]);
});

it('of a songbook with a damaged song the others come in whole, and it as far as it goes', async () => {
  const book = {
    format: 'vivid-backline-songbook',
    version: 1,
    songs: [song, { ...song, tempo: 1e9 }, { version: 9 }],
  };
  const { songs, troubles, told } = await readBrought(file('book.json', book));
  expect(songs.map((s) => s.tempo)).toEqual([song.tempo, 300]);
  expect([troubles, told]).toEqual([
    [expect.stringMatching(/^Song 3: .*newer version/)],
    [expect.stringMatching(/^Song 2: It does not read.*tempo/)],
  ]);
});
