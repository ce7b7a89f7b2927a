/** The worker that makes the band: it may fall over, the band may not stay old. */
import { renderHook } from '@testing-library/react';
import { act } from 'react';
import { renderBand } from '@backline/core/band/index';
import { setBar } from '@backline/core/edits/bars';
import { setMix } from '@backline/core/edits/song';
import { withDifference } from '@backline/core/song/difference';
import type { Song } from '@backline/core/song/schema';
import { readChart } from '@backline/core/formats/chart/index';
import { player, usePlayer } from '../../audio/player';
import { loopRound } from '../../audio/loop';
import { scoreOf } from '@backline/sound/scoreOf';
import type { BandFailure, BandReply, BandRequest } from '../../workers/band';
import { useBand, useBandOfOpenSong } from '../band';
import { change, closeSong, openSong } from '../openSong';
import { OURS } from '@backline/core/styles/index';

jest.mock('../../audio/player');

class FakeWorker {
  static all: FakeWorker[] = [];
  asked: BandRequest[] = [];
  /** Its own copy of the song, as the real worker keeps it. */
  copy: Song | null = null;
  ended = false;
  onmessage: ((event: { data: BandReply | BandFailure }) => void) | null = null;
  onerror: (() => void) | null = null;
  constructor() {
    FakeWorker.all.push(this);
  }
  postMessage(request: BandRequest): void {
    this.asked.push(request);
  }
  terminate(): void {
    this.ended = true;
  }
  answer(): void {
    const { number, song } = this.asked.at(-1)!;
    this.copy = 'whole' in song ? song.whole : withDifference(this.copy!, song.other);
    const band = renderBand(this.copy, OURS);
    act(() => this.onmessage!({ data: { number, band, score: scoreOf(band) } }));
  }
}
Object.assign(globalThis, { Worker: FakeWorker });

const song = readChart('[A]\nC | F\n[B]\nG', OURS);
const current = () => FakeWorker.all.at(-1)!;
const fallOver = () => act(() => current().onerror!());
const firstChord = () => useBand.getState().band?.chords[0]!.symbol;

it('a worker that falls over is replaced and given the song once more; after that it is told, and the next edit is made', () => {
  act(() => openSong({ id: 'x', revision: 1, updatedAt: '', song }));
  const { unmount } = renderHook(() => useBandOfOpenSong());
  current().answer();
  expect(firstChord()).toBe('C');

  act(() => void change(setBar('s1', 0, 'Am')));
  fallOver();
  expect(FakeWorker.all).toHaveLength(2);
  expect(FakeWorker.all[0]!.ended).toBe(true);
  current().answer();
  expect([firstChord(), useBand.getState().failed]).toEqual(['Am', null]);

  act(() => void change(setBar('s1', 0, 'Dm')));
  fallOver();
  fallOver();
  expect(useBand.getState().failed).toMatch(/could not be generated/);
  act(() => void change(setBar('s1', 0, 'Em')));
  current().answer();
  expect([firstChord(), useBand.getState().failed]).toEqual(['Em', null]);

  const { bars } = useBand.getState().band!;
  usePlayer.setState({ loop: loopRound(bars, bars[2]!.playing) });
  act(() => void change(setBar('s1', 1, 'Bb')));
  current().answer();
  expect(jest.mocked(player.setScore).mock.lastCall![1]).toMatchObject({ start: 3840, end: 5760, name: 'B' });
  unmount();
  act(() => closeSong());
});

it('another level asks the worker for nothing: the band has it at once, and the next edit goes on from there', () => {
  act(() => openSong({ id: 'y', revision: 1, updatedAt: '', song }));
  const { unmount } = renderHook(() => useBandOfOpenSong());
  current().answer();
  const before = current().asked.length;
  act(() => void change(setMix('bass', { level: 40 })));
  expect(current().asked).toHaveLength(before);
  expect(useBand.getState().band!.parts[0]!.mix.level).toBe(40);
  expect(jest.mocked(player.setMix).mock.lastCall![0][0]).toMatchObject({ id: 'bass', mix: { level: 40 } });

  act(() => void change(setBar('s1', 0, 'Am')));
  const { song: sent } = current().asked.at(-1)!;
  // What is sent is what changed: the parts with the level, and one section of two.
  expect(Object.keys('other' in sent ? sent.other : {}).sort()).toEqual(['parts', 'sections']);
  expect(JSON.stringify(sent).length).toBeLessThan(JSON.stringify(song).length / 2);
  current().answer();
  expect([firstChord(), useBand.getState().band!.parts[0]!.mix.level]).toEqual(['Am', 40]);
  unmount();
  act(() => closeSong());
});
