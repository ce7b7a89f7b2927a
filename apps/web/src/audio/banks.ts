import type { DecodedBank } from '@backline/sound/messages';
import { RemoteWorker } from '../state/remote';
import type { Decoding } from '../workers/decode';

/** Fetches and decodes presets, each once. */
export class BankLoader {
  private readonly decoding = new RemoteWorker<Decoding>(
    () => new Worker(new URL('../workers/decode.ts', import.meta.url)),
    'the sounds could not be read',
  );
  private readonly known = new Map<string, Promise<DecodedBank>>();

  load(id: string): Promise<DecodedBank> {
    const known = this.known.get(id);
    if (known) return known;
    const bank = this.decoding.ask((worker) => worker.bank(id, `/sound/${id}.sf3`));
    this.known.set(id, bank);
    // A failed one may be tried again.
    bank.catch(() => this.known.delete(id));
    return bank;
  }
}
