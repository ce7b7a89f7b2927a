/** Balance by measurement: what is asked of the worker, what becomes of the song, and what is told. */
import { act } from '@testing-library/react';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import type { Measured } from '../../workers/audioFiles';
import { balance, forgetMeasured, setLoudness, stopMeasuring, useMeasuring } from '../measuring';
import { openSong, undo, useOpenSong } from '../openSong';

interface Asked {
  readonly give: (found: Measured) => void;
  readonly fail: (why: string) => void;
}
const asked: Asked[] = [];
jest.mock('../audioMaker', () => ({
  AudioMaker: class {
    end(): void {}
    ask(): Promise<Measured> {
      return new Promise((give, reject) => asked.push({ give, fail: (why) => reject(new Error(why)) }));
    }
  },
}));
jest.mock('../repertoire', () => {
  const { OURS: ours } = jest.requireActual<{ OURS: unknown }>('@backline/core/styles/index');
  return {
    repertoire: () => ours,
    usePlayed: { getState: () => ({ all: ours, documents: [] }) },
  };
});
jest.mock('comlink', () => ({ proxy: (value: unknown) => value }));

const song = () => useOpenSong.getState().song!;
const level = (id: string) => song().parts.find((p) => p.id === id)!.mix.level;

const found = (changes: Partial<Measured> = {}): Measured => ({
  loudness: -18,
  truePeak: -3,
  course: [-18, -17],
  sides: -9,
  // The bass three LU under its place, the keys three over theirs.
  parts: song().parts.map((p) => [p.id, p.id === 'bass' ? -10 : p.id === 'keys' ? -7 : -60] as const),
  ...changes,
});

beforeEach(() => {
  asked.length = 0;
  forgetMeasured();
  const made = readChart('style: quayside\nC | F', OURS);
  openSong({ id: 'a', revision: 1, updatedAt: '', song: made });
});

it('sets the parts to their places and the whole to its loudness in one edit, which is undone as one', async () => {
  const [bass, keys, drums] = ['bass', 'keys', 'drums'].map(level);
  const balancing = balance(song());
  expect(useMeasuring.getState().done).toBe(0);
  asked[0]!.give(found());
  await act(() => balancing);
  // General MIDI: 40 dB to a tenth of the level.
  // What both would move by, weighed by how much of the whole they are (a fifth and a tenth of its power), is the gain's.
  expect(Math.abs(level('bass') - bass! * 10 ** (2 / 40))).toBeLessThan(1);
  expect(Math.abs(level('keys') - keys! * 10 ** (-4 / 40))).toBeLessThan(1);
  // What rests is left as it is.
  expect(level('drums')).toBe(drums);
  expect(song().master!.gain).toBeGreaterThan(1);
  const { balanced, measured, done } = useMeasuring.getState();
  expect([measured!.loudness, done]).toEqual([-18, null]);
  expect([...balanced!.before.levels]).toEqual([
    ['bass', bass],
    ['keys', keys],
  ]);
  act(() => undo());
  expect([level('bass'), level('keys'), song().master]).toEqual([bass, keys, undefined]);
});

it('brings the whole to its loudness and leaves the parts', async () => {
  const before = song().parts.map((p) => p.mix.level);
  const setting = setLoudness(song());
  asked[0]!.give(found());
  await act(() => setting);
  expect(song().master!.gain).toBe(3);
  expect(song().parts.map((p) => p.mix.level)).toEqual(before);
});

it('given up, or overtaken, it changes nothing; failed or silent, it says so', async () => {
  const before = song();
  const stopped = balance(song());
  stopMeasuring();
  asked[0]!.give(found());
  await act(() => stopped);
  expect(song()).toBe(before);
  const failed = balance(song());
  asked[1]!.fail('the sound file is not there (404)');
  await act(() => failed);
  expect(useMeasuring.getState()).toMatchObject({ done: null, balanced: null });
  expect(useMeasuring.getState().problem).toMatch(/could not be measured: the sound file is not there/);
  const silent = balance(song());
  asked[2]!.give(found({ loudness: -Infinity, parts: [] }));
  await act(() => silent);
  expect(useMeasuring.getState().problem).toMatch(/Nothing is heard/);
  expect(song()).toBe(before);
});
