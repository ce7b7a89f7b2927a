/** Which presets the audio thread holds, how much memory they take, and which of them may go. */

interface Held {
  readonly bytes: number;
  readonly isFiner: boolean;
  /** When it was last wanted: later is larger. */
  wanted: number;
}

/** Bytes that decoded sounds may take: on a device that is held in the hand, and on others. */
export const BUDGET = { small: 96 * 2 ** 20, large: 320 * 2 ** 20 } as const;

export class HeldBanks {
  private readonly banks = new Map<string, Held>();
  private clock = 0;

  has(id: string): boolean {
    return this.banks.has(id);
  }

  isFiner(id: string): boolean {
    return this.banks.get(id)?.isFiner ?? false;
  }

  put(id: string, bytes: number, isFiner: boolean): void {
    this.banks.set(id, { bytes, isFiner, wanted: ++this.clock });
  }

  /** These are what is played now. */
  want(ids: readonly string[]): void {
    for (const id of ids) {
      const held = this.banks.get(id);
      if (held) held.wanted = ++this.clock;
    }
  }

  get bytes(): number {
    return [...this.banks.values()].reduce((sum, held) => sum + held.bytes, 0);
  }

  /** How much there would be if one were put in place of its own simpler form. */
  bytesWith(id: string, bytes: number): number {
    return this.bytes - (this.banks.get(id)?.bytes ?? 0) + bytes;
  }

  /** Lets go what is not wanted, what was wanted longest ago first, until the rest fits; tells what went. */
  fit(budget: number, wanted: readonly string[]): string[] {
    const free = [...this.banks]
      .filter(([id]) => !wanted.includes(id))
      .sort(([, a], [, b]) => a.wanted - b.wanted);
    const gone: string[] = [];
    for (const [id] of free) {
      if (this.bytes <= budget) break;
      this.banks.delete(id);
      gone.push(id);
    }
    return gone;
  }
}
