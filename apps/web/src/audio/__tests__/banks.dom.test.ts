/** Sounds are fetched once each; one that failed may be asked for again. */
import { BankLoader } from '../banks';
import type { RemoteWorker } from '../../shared/remote';
import type { Decoding } from '../../workers/decode';

interface Asked {
  readonly id: string;
  readonly isFiner: boolean;
  readonly give: () => void;
  readonly fail: (why: string) => void;
}

const asked: Asked[] = [];
/** A worker that answers when it is told to. */
const decoding = {
  bank: (id: string, isFiner: boolean) =>
    new Promise((resolve, reject) =>
      asked.push({
        id,
        isFiner,
        give: () => resolve({ id, bank: new ArrayBuffer(8), samples: [] }),
        fail: (why) => reject(new Error(why)),
      }),
    ),
};
jest.mock('../../shared/remote', () => ({
  RemoteWorker: class {
    ask: RemoteWorker<Decoding>['ask'] = (question) => question(decoding as never);
  },
}));

beforeEach(() => (asked.length = 0));

it('asks for each preset once while it is on its way; its finer form is another', async () => {
  const loader = new BankLoader();
  const all = [loader.load('0'), loader.load('0'), loader.load('drums'), loader.load('0', true)];
  expect(asked.map((a) => [a.id, a.isFiner])).toEqual([
    ['0', false],
    ['drums', false],
    ['0', true],
  ]);
  asked.forEach((a) => a.give());
  expect((await Promise.all(all)).map((b) => b.id)).toEqual(['0', '0', 'drums', '0']);
  // Its samples have gone to the audio thread: wanted anew, it is fetched anew.
  void loader.load('0');
  expect(asked).toHaveLength(4);
});

it('one that failed says why, and may be tried again', async () => {
  const loader = new BankLoader();
  const first = loader.load('5');
  asked[0]!.fail('the sound file is damaged');
  await expect(first).rejects.toThrow('damaged');
  const again = loader.load('5');
  asked[1]!.give();
  await expect(again).resolves.toMatchObject({ id: '5' });
});
