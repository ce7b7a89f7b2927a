/** What the shipped banks are and whom they are owed to, as scripts/sounds wrote it down when it made them. */
import shipped from '../banks/index.json';

export interface ShippedBank {
  readonly id: string;
  readonly name: string;
  /** Bytes of the file, and of its samples when they are decoded. */
  readonly bytes: number;
  readonly decoded: number;
  /** Key of {@link SOURCES}. */
  readonly source: string;
}

export interface SoundSource {
  readonly key: string;
  /** What it is, by whom, under which licence, and what was done with it: shown as it stands. */
  readonly line: string;
  readonly licence: string;
}

export const BANKS: readonly ShippedBank[] = shipped.banks;
export const SOURCES: readonly SoundSource[] = shipped.sources;

const byId = new Map(BANKS.map((bank) => [bank.id, bank]));

/** True where a bank has a finer form. */
export const hasFiner = (id: string): boolean => byId.has(`${id}+`);

/** Bytes a bank's samples take when they are decoded; null for one that is not of our own making. */
export const decodedBytes = (id: string): number | null => byId.get(id)?.decoded ?? null;
