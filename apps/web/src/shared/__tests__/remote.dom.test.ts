/** One way to ask a worker: it answers, it falls over, it is ended. */
import { expose, type Endpoint } from 'comlink';
import { RemoteWorker, WorkerLost } from '../remote';

const api = {
  twice: (n: number) => 2 * n,
  refuse: () => {
    throw new Error('not this');
  },
  never: () => new Promise<number>(() => undefined),
};

type Listener = (event: { readonly data: unknown }) => void;

/** Two ends of a line: what is put in at one comes out at the other, a moment later. */
function line(): [Endpoint, Endpoint] {
  const ears: [Set<Listener>, Set<Listener>] = [new Set(), new Set()];
  const end = (own: 0 | 1): Endpoint => ({
    postMessage: (data: unknown) =>
      queueMicrotask(() => ears[own === 0 ? 1 : 0].forEach((listener) => listener({ data }))),
    addEventListener: (_: string, listener: unknown) => void ears[own].add(listener as Listener),
    removeEventListener: (_: string, listener: unknown) => void ears[own].delete(listener as Listener),
  });
  return [end(0), end(1)];
}

const started: { onerror: (() => void) | null; terminate: jest.Mock }[] = [];

/** A worker in the same process. */
function makeWorker(): Worker {
  const [inside, outside] = line();
  expose(api, inside);
  const worker = { ...outside, onerror: null, terminate: jest.fn() };
  started.push(worker);
  return worker as unknown as Worker;
}

beforeEach(() => (started.length = 0));

it('is started at the first question, and answers or says why it does not', async () => {
  const worker = new RemoteWorker<typeof api>(makeWorker, 'it fell over');
  expect(started).toHaveLength(0);
  expect(await worker.ask((w) => w.twice(4))).toBe(8);
  await expect(worker.ask((w) => w.refuse())).rejects.toThrow('not this');
  expect(await worker.ask((w) => w.twice(5))).toBe(10);
  expect(started).toHaveLength(1);
});

it('where it falls over, all that waits is told, and the next question starts another', async () => {
  const worker = new RemoteWorker<typeof api>(makeWorker, 'it fell over');
  const waiting = [worker.ask((w) => w.never()), worker.ask((w) => w.never())].map((p) =>
    p.catch((e: Error) => e),
  );
  started[0]!.onerror!();
  for (const error of await Promise.all(waiting)) {
    expect(error).toBeInstanceOf(WorkerLost);
    expect((error as Error).message).toBe('it fell over');
  }
  expect(started[0]!.terminate).toHaveBeenCalledTimes(1);
  expect(await worker.ask((w) => w.twice(1))).toBe(2);
  expect(started).toHaveLength(2);
  const given = worker.ask((w) => w.never()).catch((e: Error) => e.message);
  worker.end();
  expect(await given).toBe('it fell over');
});
