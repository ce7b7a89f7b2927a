import type { DecodeReply, DecodeRequest } from '../workers/decode';
import type { DecodedBank } from '@backline/sound/messages';

/** Fetches and decodes presets one after another, each once. */
export class BankLoader {
  private worker: Worker | null = null;
  private readonly waiting = new Map<
    string,
    { resolve: (bank: DecodedBank) => void; reject: (e: Error) => void }
  >();
  private readonly known = new Map<string, Promise<DecodedBank>>();

  load(id: string): Promise<DecodedBank> {
    const known = this.known.get(id);
    if (known) return known;
    const promise = new Promise<DecodedBank>((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      const request: DecodeRequest = { id, url: `/sound/${id}.sf3` };
      this.start().postMessage(request);
    });
    this.known.set(id, promise);
    // A failed one may be tried again.
    promise.catch(() => this.known.delete(id));
    return promise;
  }

  private start(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('../workers/decode.ts', import.meta.url));
    worker.onmessage = ({ data }: MessageEvent<DecodeReply>) => {
      const id = 'bank' in data ? data.bank.id : data.id;
      const waiter = this.waiting.get(id);
      this.waiting.delete(id);
      if ('bank' in data) waiter?.resolve(data.bank);
      else waiter?.reject(new Error(data.failed));
    };
    worker.onerror = () => {
      for (const { reject } of this.waiting.values()) reject(new Error('the sounds could not be read'));
      this.waiting.clear();
      this.worker = null;
    };
    this.worker = worker;
    return worker;
  }
}
