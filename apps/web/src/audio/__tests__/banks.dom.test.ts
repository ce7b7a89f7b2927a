/** Sounds are fetched once each; one that failed may be asked for again. */
import { BankLoader } from '../banks';
import type { RemoteWorker } from '../../state/remote';
import type { Decoding } from '../../workers/decode';

interface Asked {
  readonly id: string;
  readonly url: string;
  readonly give: () => void;
  readonly fail: (why: string) => void;
}

const asked: Asked[] = [];
/** A worker that answers when it is told to. */
const decoding = {
  bank: (id: string, url: string) =>
    new Promise((resolve, reject) =>
      asked.push({
        id,
        url,
        give: () => resolve({ id, bank: new ArrayBuffer(8), samples: [] }),
        fail: (why) => reject(new Error(why)),
      }),
    ),
};
jest.mock('../../state/remote', () => ({
  RemoteWorker: class {
    ask: RemoteWorker<Decoding>['ask'] = (question) => question(decoding as never);
  },
}));

beforeEach(() => (asked.length = 0));

it('asks for each preset once, however often it is wanted', async () => {
  const loader = new BankLoader();
  const both = [loader.load('0'), loader.load('0'), loader.load('drums')];
  expect(asked.map((a) => a.url)).toEqual(['/sound/0.sf3', '/sound/drums.sf3']);
  asked.forEach((a) => a.give());
  expect((await Promise.all(both)).map((b) => b.id)).toEqual(['0', '0', 'drums']);
  await loader.load('0');
  expect(asked).toHaveLength(2);
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
