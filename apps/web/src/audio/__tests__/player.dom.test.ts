/** The player against a sound card that is not there: what the audio thread is told, and when. */
import { act, renderHook } from '@testing-library/react';
import { renderBand } from '@backline/core/band/index';
import { applyEdit } from '@backline/core/edits/apply';
import { insertBar } from '@backline/core/edits/bars';
import { removeEntry } from '@backline/core/edits/form';
import { readChart } from '@backline/core/formats/chart/index';
import type { DecodedBank, Report, Sent, ToEngine } from '@backline/sound/engine/messages';
import { loopRound } from '../../shared/loop';
import { player, usePlayer } from '../player';
import type { Score } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { usePosition } from '../usePosition';
import { OURS } from '@backline/core/styles/index';

const loads: { id: string; done: () => void; fail: (why: string) => void }[] = [];
jest.mock('../banks', () => ({
  BankLoader: class {
    load(id: string): Promise<DecodedBank> {
      return new Promise((resolve, reject) => {
        loads.push({
          id,
          done: () => resolve({ id, bank: new ArrayBuffer(0), samples: [] }),
          fail: (why) => reject(new Error(why)),
        });
      });
    }
  },
}));

const sent: Sent[] = [];
const port: { onmessage: ((event: { data: Report }) => void) | null; postMessage: (m: Sent) => void } = {
  onmessage: null,
  postMessage: (message) => void sent.push(message),
};
class Node {
  port = port;
  connect<T>(next: T): T {
    return next;
  }
}
/** The sound card, as far as there is one. */
let context: { state: string; onstatechange: (() => void) | null };
Object.assign(globalThis, {
  AudioContext: class {
    constructor() {
      context = this as unknown as typeof context;
    }
    state = 'running';
    currentTime = 0;
    outputLatency = 0;
    destination = {};
    audioWorklet = { addModule: () => Promise.resolve() };
    resume = () => Promise.resolve();
  },
  AudioWorkletNode: Node,
  GainNode: Node,
  DynamicsCompressorNode: Node,
  MessageChannel: class {
    port1 = 'to the audio thread';
    port2 = 'to whoever makes scores';
  },
});

const song = readChart('[A]\nC | F\n[B]\nG | C', OURS);
const band = renderBand(song, OURS);
/** What the player is told of a score that went to the audio thread. */
const facts = (number: number, { length, channels }: Score) => ({ number, length, channels });
const score = facts(1, scoreOf(band));
const kinds = () => sent.map((m) => m.type);
const last = <T extends ToEngine['type']>(type: T) =>
  sent.filter((m): m is Extract<ToEngine, { type: T }> => m.type === type).at(-1);
const tick = () => act(() => new Promise<void>((done) => setTimeout(done, 0)));
const loadAll = async () => {
  await tick();
  loads.splice(0).forEach((l) => l.done());
  await tick();
};
const report = (message: Partial<Report>) =>
  act(() =>
    port.onmessage!({
      data: {
        tick: 0,
        heeded: Infinity,
        time: 0,
        rate: 960,
        playing: true,
        counting: false,
        peaks: [],
        out: [0, 0],
        ...message,
      },
    }),
  );

beforeEach(() => {
  player.clear();
  loads.length = 0;
  player.setScore(score, null);
  sent.length = 0;
});

const allBy = (program: number) => (one: (typeof score.channels)[number]) => ({
  ...one,
  percussion: false,
  programs: [{ tick: 0, program }],
});

it('while it plays a finer form of the piano comes, once; where it fails what plays goes on', async () => {
  player.setScore({ ...score, channels: score.channels.map(allBy(0)) }, null);
  const playing = player.play(0);
  await loadAll();
  await playing;
  await tick();
  expect(loads.map((l) => l.id)).toEqual(['0']);
  loads.splice(0)[0]!.fail('the line is slow');
  await tick();
  expect(usePlayer.getState()).toMatchObject({ playing: true, problem: null });
  await player.play(0);
  await tick();
  loads.splice(0)[0]!.done();
  await tick();
  expect(sent.filter((m) => m.type === 'bank').length).toBe(2);
  await player.play(0);
  await tick();
  expect(loads).toEqual([]);
});

it('stopped while the sounds load it stays stopped, and starts nothing in the next song', async () => {
  const playing = player.play(0);
  await tick();
  expect(usePlayer.getState()).toMatchObject({ starting: true, playing: false });
  player.stop();
  expect(usePlayer.getState().starting).toBe(false);
  await loadAll();
  await playing;
  expect(kinds()).not.toContain('play');
  const again = player.play(0);
  player.clear();
  player.setScore(score, null);
  await loadAll();
  await again;
  expect(kinds()).not.toContain('play');
});

it('plays once its sounds are there', async () => {
  const playing = player.play(960);
  await loadAll();
  await playing;
  expect(last('play')).toMatchObject({ from: 960 });
  expect(usePlayer.getState()).toMatchObject({ playing: true, starting: false });
});

it('says that no sound could be loaded, and is not left starting', async () => {
  player.setScore({ ...score, channels: score.channels.map(allBy(101)) }, null);
  const playing = player.play(0).catch((error: Error) => error.message);
  await tick();
  loads.splice(0).forEach((l) => l.fail('the sound file is not there (404)'));
  expect(await playing).toMatch(/not there/);
  expect(usePlayer.getState()).toMatchObject({ starting: false, sound: 'failed' });
  expect(usePlayer.getState().problem).toMatch(/could not be loaded/);
});

it('where one sound is missing the rest plays, and who is missing is said; the next play tries again', async () => {
  const [first, ...rest] = score.channels;
  player.setScore({ ...score, channels: [allBy(102)(first!), ...rest.map(allBy(103))] }, null);
  const playing = player.play(0);
  await tick();
  for (const load of loads.splice(0)) {
    if (load.id === '102') load.fail('the sound file is damaged');
    else load.done();
  }
  await playing;
  expect(kinds()).toContain('play');
  expect(usePlayer.getState()).toMatchObject({ playing: true, sound: 'on' });
  expect(usePlayer.getState().problem).toMatch(/^Without .*: the sound file is damaged\. The rest plays/);
  player.stop();
  const again = player.play(0);
  await tick();
  expect(loads.map((l) => l.id)).toEqual(['102']);
  await loadAll();
  await again;
  expect(usePlayer.getState().problem).toBeNull();
});

it('where the device takes the sound away it stops and says so, and forgets that when it is back', async () => {
  const playing = player.play(0);
  await loadAll();
  await playing;
  context.state = 'interrupted';
  act(() => context.onstatechange?.());
  expect(usePlayer.getState()).toMatchObject({ playing: false });
  expect(usePlayer.getState().problem).toMatch(/interrupted by the device/);
  context.state = 'running';
  act(() => context.onstatechange?.());
  expect(usePlayer.getState().problem).toBeNull();
});

it('a loop goes with its playing of a section: bars put in before it or into it move it, and without it it ends', () => {
  const loop = loopRound(band.bars, { playing: band.bars[2]!.occurrenceKey })!;
  expect(loop).toMatchObject({ start: 3840, end: 7680, name: 'B' });
  const after = (s: typeof song) => loopRound(renderBand(s, OURS).bars, loop);
  expect(after(applyEdit(song, insertBar('s1', 0))!.song)).toMatchObject({ start: 5760, end: 9600 });
  expect(after(applyEdit(song, insertBar('s2', 0))!.song)).toMatchObject({ start: 3840, end: 9600 });
  expect(after(applyEdit(song, removeEntry(1))!.song)).toBeNull();
});

it('scores come to the audio thread from whoever makes them, and what is asked is about the one that was told last', async () => {
  const given: unknown[] = [];
  player.scoresFrom((to) => given.push(to));
  player.renewScores();
  expect(given).toEqual(['to whoever makes scores']);
  expect(last('scores')).toMatchObject({ port: 'to the audio thread' });
  player.setScore({ ...score, number: 7 }, null);
  const playing = player.play(0);
  await loadAll();
  await playing;
  expect(last('play')).toMatchObject({ about: 7 });
  player.setMix([{ id: 'bass', mix: { level: 3, pan: 64, reverbSend: 0, mute: false, solo: false } }]);
  expect(last('channels')).toMatchObject({ about: 7 });
  expect(last('channels')!.channels.find((c) => c.part === 'bass')!.level).toBe(3);
});

it('asked for before there is a band, playing begins with its first score, unless it was stopped or the song closed', async () => {
  player.clear();
  expect(last('score')).toMatchObject({ loop: null, score: { length: 0 } });
  const ask = async () => {
    const playing = player.play(0);
    await loadAll();
    await playing;
  };
  await ask();
  expect(kinds()).not.toContain('play');
  expect(usePlayer.getState()).toMatchObject({ starting: true, playing: false });
  player.stop();
  player.setScore(score, null);
  await loadAll();
  expect(kinds()).not.toContain('play');
  player.clear();
  await ask();
  player.clear();
  player.setScore(score, null);
  await loadAll();
  expect(kinds()).not.toContain('play');
  player.clear();
  await ask();
  player.setScore(score, null);
  await loadAll();
  expect(last('play')).toMatchObject({ about: 1 });
  player.clear();
  // A song without a bar has nothing to play.
  player.setScore({ number: 2, length: 0, channels: [] }, null);
  await ask();
  expect(usePlayer.getState()).toMatchObject({ starting: false, playing: false });
});

it('the position is carried on between reports, never runs back for a little lateness, and follows a jump', () => {
  jest.useFakeTimers({ now: 0 });
  const { result, unmount } = renderHook(() => usePosition(Math.round));
  report({ tick: 480 });
  act(() => void jest.advanceTimersByTime(500));
  const carried = player.tick();
  expect(carried).toBeGreaterThan(900);
  report({ tick: 930 });
  expect(player.tick()).toBeGreaterThanOrEqual(carried);
  act(() => player.seek(1920));
  expect(player.tick()).toBeGreaterThanOrEqual(1920);
  act(() => player.stop());
  report({ tick: 2000, playing: false });
  expect(player.tick()).toBe(2000);
  unmount();
  jest.useRealTimers();
  expect(typeof result.current).toBe('number');
});

it('a report that was on its way while a jump was asked for takes nobody back', () => {
  const { result, unmount } = renderHook(() => usePosition(Math.round));
  report({ tick: 3840 });
  act(() => {
    player.stop();
    player.seek(960);
  });
  const order = Math.max(...sent.map((m) => m.order ?? 0));
  // Sent before either was heeded, then between the two.
  report({ tick: 3900, heeded: order - 2 });
  report({ tick: 3900, heeded: order - 1, playing: false });
  expect(usePlayer.getState().playing).toBe(false);
  expect(player.tick()).toBe(960);
  expect(result.current).toBe(960);
  report({ tick: 960, heeded: order, playing: false });
  expect(result.current).toBe(960);
  unmount();
});

it('bars that come before it while the sounds load: it begins where its own bar has gone', async () => {
  player.seek(1920);
  sent.length = 0;
  player.setScore({ ...score, number: 2, channels: score.channels.map(allBy(19)) }, null);
  const playing = player.play();
  await tick();
  const moves = [{ from: 1920, until: 7680, to: 3840, length: 5760 }];
  player.setScore(
    { ...score, number: 3, length: 9600, channels: score.channels.map(allBy(19)) },
    null,
    moves,
  );
  expect(player.tick()).toBe(3840);
  await loadAll();
  await playing;
  expect(last('play')).toMatchObject({ from: 3840 });
  player.stop();
});
