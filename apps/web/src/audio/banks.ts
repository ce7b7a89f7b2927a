import type { DecodedBank } from '@backline/sound/engine/messages';
import { RemoteWorker } from '../shared/remote';
import type { Decoding } from '../workers/decode';

/** Sounds are decoded by so many workers side by side. */
const WORKERS = 2;

/** Fetches and decodes presets; one that is on its way is not asked for twice. */
export class BankLoader {
  private readonly workers = Array.from(
    { length: WORKERS },
    () =>
      new RemoteWorker<Decoding>(
        () => new Worker(new URL('../workers/decode.ts', import.meta.url)),
        'the sounds could not be read',
      ),
  );
  private readonly coming = new Map<string, Promise<DecodedBank>>();
  private next = 0;

  /** @param isFiner true for its finer form. */
  load(id: string, isFiner = false): Promise<DecodedBank> {
    const key = `${id} ${isFiner}`;
    const coming = this.coming.get(key);
    if (coming) return coming;
    const bank = this.workers[this.next++ % WORKERS]!.ask((worker) => worker.bank(id, isFiner));
    this.coming.set(key, bank);
    // Once it is here its samples go to the audio thread, and one that failed may be tried again.
    const forget = (): void => void this.coming.delete(key);
    bank.then(forget, forget);
    return bank;
  }
}
