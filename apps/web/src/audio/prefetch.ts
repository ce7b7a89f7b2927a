/**
 * Sounds of the open song that are read before anybody asks to hear it: a tap on play may come at any moment, and a
 * browser lets sound begin only then. Where the line is to be spared nothing is.
 */
import type { DecodedBank } from '@backline/sound/engine/messages';
import type { BankLoader } from './banks';

export class Prefetch {
  private readonly ready = new Map<string, Promise<DecodedBank>>();

  constructor(private readonly banks: Pick<BankLoader, 'load'>) {}

  /** These will be wanted; of what was read before the rest is let go. */
  want(ids: readonly string[]): void {
    for (const id of this.ready.keys()) if (!ids.includes(id)) this.ready.delete(id);
    if ((navigator as { connection?: { saveData?: boolean } }).connection?.saveData) return;
    for (const id of ids) {
      if (this.ready.has(id)) continue;
      const bank = this.banks.load(id);
      this.ready.set(id, bank);
      // What fails is asked for anew, and told, when it is played.
      bank.catch(() => this.ready.delete(id));
    }
  }

  /** A preset, read ahead or not; it is given away once. */
  take(id: string): Promise<DecodedBank> {
    const ready = this.ready.get(id);
    this.ready.delete(id);
    return ready ?? this.banks.load(id);
  }
}
