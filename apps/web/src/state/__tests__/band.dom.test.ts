/** The worker that makes the band: it may fall over, the band may not stay old. */
import { renderHook } from '@testing-library/react';
import { act } from 'react';
import { renderBand } from '@backline/core/band/index';
import { setBar } from '@backline/core/edits/bars';
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
    const band = renderBand(song, OURS);
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
