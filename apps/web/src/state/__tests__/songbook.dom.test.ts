/** Files brought in: songs as they are, and what does not read as far as it goes. */
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { setTitle } from '@backline/core/edits/song';
import { withPatches } from '@backline/core/song/patches';
import type { Song } from '@backline/core/song/schema';
import type { Save, SongSummary, StoredSong } from '@backline/core/song/wire';
import * as api from '../api';
import { MOST_BROUGHT, bringIn, duplicate, editStored, newSong, readBrought, wholeBook } from '../songbook';

jest.mock('../api', () => ({
  ...jest.requireActual<object>('../api'),
  fetchSong: jest.fn(),
  fetchList: jest.fn(),
  saveSong: jest.fn(),
  createSongAt: jest.fn(),
}));
const { songPath } = api;
const fetch = api.fetchSong as jest.Mock;
const fetchList = api.fetchList as jest.Mock;
const saveSong = api.saveSong as jest.Mock;
const createSongAt = api.createSongAt as jest.Mock;

const textOf = (blob: Blob): Promise<string> =>
  new Promise((done) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as string);
    reader.readAsText(blob);
  });

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

describe('with the server', () => {
  const stored = (id: string, title: string): StoredSong => ({
    id,
    revision: 3,
    updatedAt: '',
    song: { ...song, title },
  });
  const songs = new Map([stored('a', 'Pier'), stored('b', 'Mole')].map((one) => [songPath(one.id), one]));

  beforeEach(() => {
    jest.clearAllMocks();
    fetch.mockImplementation((path: string) => Promise.resolve(songs.get(path)));
    saveSong.mockImplementation((_: string, { revision }: Save) =>
      Promise.resolve({ ...stored('a', ''), revision: revision + 1 }),
    );
    let made = 0;
    createSongAt.mockImplementation((one: Song) =>
      Promise.resolve({ ...stored(`new ${++made}`, ''), song: one }),
    );
  });

  it('a song that is not open is changed by the very patches of its edit, on the revision it has', async () => {
    await editStored('a', setTitle('Quay'));
    const [path, { revision, steps }] = saveSong.mock.calls[0] as [string, Save];
    expect([path, revision, steps.length]).toEqual([songPath('a'), 3, 1]);
    expect(withPatches(songs.get(songPath('a'))!.song, steps[0]!.patches).title).toBe('Quay');
    // An edit that changes nothing is no save.
    await editStored('a', setTitle('Pier'));
    expect(saveSong).toHaveBeenCalledTimes(1);
  });

  it('a copy has a title of its own, and is the same but for that', async () => {
    const copy = await duplicate('a', ['Pier', 'Pier 2']);
    expect(['Pier', 'Pier 2']).not.toContain(copy.song.title);
    expect({ ...copy.song, title: 'Pier' }).toEqual(song);
  });

  it('the whole songbook is asked for page by page, told on the way, and comes in again in its order', async () => {
    const summary = (id: string) => ({ id }) as SongSummary;
    fetchList.mockImplementation((path: string) =>
      Promise.resolve(
        path.includes('after=')
          ? { songs: [summary('b')], next: null }
          : { songs: [summary('a')], next: '2' },
      ),
    );
    const told: string[] = [];
    const book = await wholeBook(null, (done, of) => told.push(`${done} of ${of}`));
    expect(told).toEqual(['1 of 2', '2 of 2']);
    const back = await readBrought(file('book.json', await textOf(book)));
    expect(back.songs.map(({ title }) => title)).toEqual(['Pier', 'Mole']);
    const ids = await bringIn(back.songs);
    // The last one goes in first: the songbook has the newest on top.
    expect(createSongAt.mock.calls.map(([one]) => (one as Song).title)).toEqual(['Mole', 'Pier']);
    expect(ids).toEqual(['new 2', 'new 1']);
  });

  it('what is neither a song nor chords is told, by what it is', async () => {
    const brought = async (name: string, contents: unknown) =>
      (await readBrought(file(name, contents))).troubles;
    expect(await brought('cut.json', '{"title": "Pi')).toEqual([
      expect.stringMatching(/damaged, or cut off/),
    ]);
    expect(await brought('letter.txt', 'Dear Ann,\n')).toEqual([
      expect.stringMatching(/^letter\.txt is no chart/),
    ]);
    const huge = {
      name: 'huge.json',
      size: MOST_BROUGHT + 1,
      text: () => Promise.reject(new Error('not read')),
    };
    expect((await readBrought(huge)).troubles).toEqual([expect.stringMatching(/too large/)]);
    expect((await readBrought(file('pier.txt', '\ufeffG | C'))).songs).toHaveLength(1);
  });

  it('a new song has four bars, one chord, and reads', async () => {
    const made = await newSong();
    expect(made.sections[0]!.bars).toBe(4);
    expect((await readBrought(file('new.json', made))).songs).toEqual([made]);
  });
});
