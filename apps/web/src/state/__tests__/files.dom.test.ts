/** Files of a song: one at a time, told while they are made, given up without a trace, and said where they fail. */
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { download } from '../download';
import { stopMaking, takeFile, useFiles, type Wish } from '../files';

jest.mock('../download', () => ({ download: jest.fn() }));

interface Asked {
  readonly wish: unknown;
  readonly tell?: (done: number) => void;
  readonly give: (answer: unknown) => void;
  readonly fail: (error: Error) => void;
}
const asked: Asked[] = [];
const ended: number[] = [];
jest.mock('../../shared/remote', () => ({
  WorkerLost: class extends Error {},
  RemoteWorker: class {
    readonly n = asked.length;
    ask(question: (api: object) => Promise<unknown>): Promise<unknown> {
      const work = (wish: unknown, tell?: (done: number) => void) =>
        new Promise((give, fail) => asked.push({ wish, tell, give, fail }));
      return question({
        midiFileOf: () => work('midi'),
        staffFileOf: (_: unknown, wish: unknown) => work(wish),
        scoreToSound: () => Promise.resolve({ score: {}, names: [] }),
        take: (_: unknown, _title: string, wish: unknown, tell: (done: number) => void) => work(wish, tell),
      });
    }
    end(): void {
      ended.push(this.n);
    }
  },
}));
jest.mock('comlink', () => ({ proxy: (value: unknown) => value }));

const song = readChart('title: Pier / 2\n[Verse]\nG | C', OURS);
const SOUND: Wish = { format: 'wav16', what: 'whole', playing: null, mastered: false };
/** The score has come, and the sound of it is asked for. */
const sounding = () => new Promise((next) => setTimeout(next));
const given = download as jest.Mock;
const now = () => useFiles.getState();

beforeEach(() => {
  stopMaking();
  useFiles.setState({ making: null, remark: null });
  asked.length = 0;
  ended.length = 0;
  given.mockClear();
});

it('a MIDI file is given to the browser under a name that any system takes, with what should be known of it', async () => {
  const taking = takeFile('midi', song);
  expect(now().making).toEqual({ wish: 'midi', done: 0 });
  asked[0]!.give({ bytes: Uint8Array.of(77, 84), remark: 'Of 40 channels 15 sound.' });
  await taking;
  const [blob, name] = given.mock.calls[0] as [Blob, string];
  expect([blob.type, blob.size]).toEqual(['audio/midi', 2]);
  expect(name).toMatch(/^[^/\\:]+\.mid$/);
  expect(now()).toEqual({ making: null, remark: 'Of 40 channels 15 sound.' });
  expect(ended).toHaveLength(1);
});

it('notation of a part bears its name; a part without pitches is said to have none', async () => {
  const wish = { staff: song.parts[0]!.id, forInstrument: true };
  const taking = takeFile(wish, song);
  expect(asked[0]!.wish).toEqual(wish);
  asked[0]!.give('<score-partwise/>');
  await taking;
  const [blob, name] = given.mock.calls[0] as [Blob, string];
  expect([blob.type, blob.size]).toEqual(['application/vnd.recordare.musicxml+xml', 17]);
  expect(name).toMatch(new RegExp(`^Pier .*${song.parts[0]!.name}\\.musicxml$`));
  const none = takeFile({ staff: 'drums', forInstrument: false }, song);
  asked[1]!.give(null);
  await none;
  expect(now().remark).toMatch(/no notes to write/);
  expect(given).toHaveBeenCalledTimes(1);
});

it('sound tells how far it is, and where its peaks are cut off', async () => {
  const taking = takeFile(SOUND, song);
  await sounding();
  asked[0]!.tell!(0.4);
  expect(now().making?.done).toBe(0.4);
  asked[0]!.give({ blob: new Blob(['x']), ending: '.wav', truePeak: 1.26 });
  await taking;
  expect(now().remark).toMatch(/1\.3 dB over full scale/);
  expect(given).toHaveBeenCalledTimes(1);
});

it('what is given up, or overtaken by the next, gives no file and says nothing, however late it answers', async () => {
  const first = takeFile(SOUND, song);
  await sounding();
  const second = takeFile('midi', song);
  asked[0]!.tell!(0.9);
  expect(now().making).toEqual({ wish: 'midi', done: 0 });
  asked[0]!.give({ blob: new Blob(['x']), ending: '.wav', truePeak: 9 });
  await first;
  expect([given.mock.calls.length, now().remark]).toEqual([0, null]);
  stopMaking();
  expect(now().making).toBeNull();
  asked[1]!.fail(new Error('ended'));
  await second;
  expect([given.mock.calls.length, now().remark]).toEqual([0, null]);
});

it('a worker that falls over is told, and the next file is made', async () => {
  const failed = takeFile('midi', song);
  asked[0]!.fail(new Error('the page ran out of room'));
  await failed;
  expect(now()).toEqual({
    making: null,
    remark: 'The file could not be written: the page ran out of room. Try again.',
  });
  const again = takeFile('midi', song);
  expect(now().remark).toBeNull();
  asked[1]!.give({ bytes: Uint8Array.of(1), remark: null });
  await again;
  expect(given).toHaveBeenCalledTimes(1);
});
