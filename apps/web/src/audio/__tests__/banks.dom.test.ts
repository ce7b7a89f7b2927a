/** Sounds are fetched once each; one that failed may be asked for again. */
import { BankLoader } from '../banks';
import type { DecodeReply, DecodeRequest } from '../../workers/decode';

class FakeWorker {
  static all: FakeWorker[] = [];
  asked: DecodeRequest[] = [];
  onmessage: ((event: { data: DecodeReply }) => void) | null = null;
  onerror: (() => void) | null = null;
  constructor() {
    FakeWorker.all.push(this);
  }
  postMessage(request: DecodeRequest): void {
    this.asked.push(request);
  }
  give(id: string): void {
    this.onmessage!({ data: { bank: { id, bank: new ArrayBuffer(8), samples: [] } } });
  }
}
Object.assign(globalThis, { Worker: FakeWorker });

beforeEach(() => (FakeWorker.all = []));

it('asks for each preset once, however often it is wanted', async () => {
  const loader = new BankLoader();
  const both = [loader.load('0'), loader.load('0'), loader.load('drums')];
  const [worker] = FakeWorker.all;
  expect(worker!.asked.map((r) => r.url)).toEqual(['/sound/0.sf3', '/sound/drums.sf3']);
  worker!.give('0');
  worker!.give('drums');
  expect((await Promise.all(both)).map((b) => b.id)).toEqual(['0', '0', 'drums']);
  await loader.load('0');
  expect(worker!.asked).toHaveLength(2);
});

it('one that failed says why, and may be tried again', async () => {
  const loader = new BankLoader();
  const first = loader.load('5');
  FakeWorker.all[0]!.onmessage!({ data: { id: '5', failed: 'the sound file is damaged' } });
  await expect(first).rejects.toThrow('damaged');
  const again = loader.load('5');
  FakeWorker.all[0]!.give('5');
  await expect(again).resolves.toMatchObject({ id: '5' });
});

it('a worker that fell over fails what waits and is replaced', async () => {
  const loader = new BankLoader();
  const waiting = [loader.load('1'), loader.load('2')].map((p) => p.catch((e: Error) => e.message));
  FakeWorker.all[0]!.onerror!();
  expect(await Promise.all(waiting)).toEqual(Array(2).fill('the sounds could not be read'));
  const again = loader.load('1');
  FakeWorker.all[1]!.give('1');
  await expect(again).resolves.toMatchObject({ id: '1' });
});
