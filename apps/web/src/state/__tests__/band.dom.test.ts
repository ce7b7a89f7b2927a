/** The worker that makes the band: it may fall over, the band may not stay old. */
import { renderHook } from '@testing-library/react';
import { act } from 'react';
import { renderBand } from '@backline/core/band/index';
import { insertBar, setBar } from '@backline/core/edits/bars';
import { placeAfter } from '@backline/core/song/barMoves';
import { setMix } from '@backline/core/edits/song';
import { withPatches } from '@backline/core/song/patches';
import type { Song } from '@backline/core/song/schema';
import { readChart } from '@backline/core/formats/chart/index';
import { player, usePlayer } from '../../audio/player';
import { loopRound } from '../../shared/loop';
import { scoreOf } from '@backline/sound/score/scoreOf';
import type { BandReply, BandRequest } from '../../workers/band';
import { sentBand } from '../../shared/sentBand';
import { useBand, useBandOfOpenSong } from '../band';
import { change, closeSong, openSong } from '../openSong';
import { WorkerLost } from '../../shared/remote';
import { OURS } from '@backline/core/styles/index';

jest.mock('../../audio/player');
jest.mock('../bandWorker', () => ({
  bandWorker: { ask: (question: (api: object) => unknown) => question(mockMaking) },
}));

interface Question {
  readonly request: BandRequest;
  readonly resolve: (reply: BandReply) => void;
  readonly reject: (error: Error) => void;
}

const asked: Question[] = [];
/** The worker's own copy of the song, as the real one keeps it. */
let copy: Song | null = null;
const mockMaking = {
  make: (request: BandRequest) =>
    new Promise<BandReply>((resolve, reject) => asked.push({ request, resolve, reject })),
  hear: () => Promise.resolve(),
};

const settle = (done: () => void) =>
  act(async () => {
    done();
    await Promise.resolve();
  });

const answer = () =>
  settle(() => {
    const { request, resolve } = asked.at(-1)!;
    copy = 'whole' in request.song ? request.song.whole : withPatches(copy!, request.song.changes);
    const band = renderBand(copy, OURS);
    const { length, channels } = scoreOf(band);
    const loop = request.round === null ? null : loopRound(band.bars, request.round);
    const facts = { number: request.number, length, channels };
    resolve({ band: sentBand(band, null), facts, loop, moves: [] });
  });
const fallOver = () => settle(() => asked.at(-1)!.reject(new WorkerLost('the page ran out of room')));

const song = readChart('[A]\nC | F\n[B]\nG', OURS);
const firstChord = () => useBand.getState().band?.chords[0]!.symbol;

it('a worker that falls over is given the song once more, whole; after that it is told, and the next edit is made', async () => {
  act(() => openSong({ id: 'x', revision: 1, updatedAt: '', song }));
  const { unmount } = renderHook(() => useBandOfOpenSong());
  await answer();
  expect(firstChord()).toBe('C');

  act(() => void change(setBar('s1', 0, 'Am')));
  expect(asked.at(-1)!.request.song).toHaveProperty('changes');
  await fallOver();
  expect(asked.at(-1)!.request.song).toHaveProperty('whole');
  expect(player.renewScores).toHaveBeenCalled();
  await answer();
  expect([firstChord(), useBand.getState().failed]).toEqual(['Am', null]);

  act(() => void change(setBar('s1', 0, 'Dm')));
  await fallOver();
  await fallOver();
  expect(useBand.getState().failed).toMatch(/could not be generated/);
  act(() => void change(setBar('s1', 0, 'Em')));
  await answer();
  expect([firstChord(), useBand.getState().failed]).toEqual(['Em', null]);

  // One that was replaced between two edits has no copy that could be changed: it gets the whole.
  act(() => void change(setBar('s1', 0, 'Gm')));
  await settle(() => asked.at(-1)!.reject(new Error('the song has not come yet')));
  await answer();
  expect([firstChord(), useBand.getState().failed]).toEqual(['Gm', null]);
  unmount();
  act(() => closeSong());
});

it('a loop goes along with its bars; one chosen while the band was made stays chosen', async () => {
  act(() => openSong({ id: 'z', revision: 1, updatedAt: '', song }));
  const { unmount } = renderHook(() => useBandOfOpenSong());
  await answer();
  const { bars } = useBand.getState().band!;
  const [first, second] = [bars[0]!, bars[2]!].map((bar) => loopRound(bars, { playing: bar.occurrenceKey })!);
  act(() => usePlayer.setState({ loop: second! }));
  act(() => void change(setBar('s1', 1, 'Bb')));
  await answer();
  expect(jest.mocked(player.setScore).mock.lastCall![1]).toMatchObject({ start: 3840, end: 5760, name: 'B' });
  act(() => void change(setBar('s1', 1, 'Eb')));
  act(() => usePlayer.setState({ loop: first! }));
  await answer();
  expect(usePlayer.getState().loop).toMatchObject({ start: 0, end: 3840, name: 'A' });
  unmount();
  act(() => {
    closeSong();
    usePlayer.setState({ loop: null });
  });
});

it('another level asks the worker for nothing: the band has it at once, and the next edit goes on from there', async () => {
  act(() => openSong({ id: 'y', revision: 1, updatedAt: '', song }));
  const { unmount } = renderHook(() => useBandOfOpenSong());
  await answer();
  const before = asked.length;
  act(() => void change(setMix('bass', { level: 40 })));
  expect(asked).toHaveLength(before);
  expect(useBand.getState().band!.parts[0]!.mix.level).toBe(40);
  expect(jest.mocked(player.setMix).mock.lastCall![0][0]).toMatchObject({ id: 'bass', mix: { level: 40 } });

  act(() => void change(setBar('s1', 0, 'Am')));
  const { song: sent } = asked.at(-1)!.request;
  // What is sent is what changed: the parts with the level, and one section of two.
  expect('changes' in sent ? [...new Set(sent.changes.map(({ path }) => path[0]))] : []).toEqual([
    'parts',
    'sections',
  ]);
  expect(JSON.stringify(sent).length).toBeLessThan(JSON.stringify(song).length / 5);
  await answer();
  expect([firstChord(), useBand.getState().band!.parts[0]!.mix.level]).toEqual(['Am', 40]);
  unmount();
  act(() => closeSong());
});

it('however long a level was on its way, the worker is told where bars went in the edit behind it', async () => {
  act(() => openSong({ id: 'w', revision: 1, updatedAt: '', song }));
  const { unmount } = renderHook(() => useBandOfOpenSong());
  await answer();
  for (let level = 1; level <= 70; level++) act(() => void change(setMix('bass', { level })));
  act(() => void change(insertBar('s1', 0)));
  const { moves } = asked.at(-1)!.request;
  expect(placeAfter({ section: 's1', bar: 1 }, moves)).toEqual({ section: 's1', bar: 2 });
  unmount();
  act(() => closeSong());
});
