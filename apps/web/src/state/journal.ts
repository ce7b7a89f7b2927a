/**
 * What this device keeps of edits that are not saved, in IndexedDB: for each run of edits the song it began with,
 * once, and each edit as patches. A write that the device refuses leaves what it has as it is.
 */
import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction } from 'idb';
import type { SongPatch } from '@backline/core/song/patches';

/** A run of edits: which song and tab it is of, the song before the first of them, and the revision that was. */
export interface Run {
  /** `song/tab/its own`. */
  readonly key: string;
  readonly revision: number;
  readonly base: unknown;
  /** True where the song is no longer in the songbook. */
  readonly gone: boolean;
}

/** One edit of a run. */
export interface JournalEdit {
  readonly run: string;
  /** Its place in the run, from 0. */
  readonly n: number;
  /** The step of saving that it belongs to. */
  readonly step: string;
  readonly patches: readonly SongPatch[];
  /** When it was made, milliseconds. */
  readonly at: number;
}

interface Journal extends DBSchema {
  runs: { key: string; value: Run };
  edits: { key: [string, number]; value: JournalEdit };
}

type Stores = ['runs', 'edits'];
type Change = IDBPTransaction<Journal, Stores, 'readwrite'>;

const STORES: Stores = ['runs', 'edits'];

const open = async (): Promise<IDBPDatabase<Journal>> =>
  openDB<Journal>('backline', 1, {
    upgrade(db) {
      db.createObjectStore('runs', { keyPath: 'key' });
      db.createObjectStore('edits', { keyPath: ['run', 'n'] });
    },
  });

/** Open from the first load of the page on, so that an edit reaches the device in the moment it is made. */
let opened: IDBPDatabase<Journal> | null = null;
const opening = open().then(
  (db) => (opened = db),
  () => null,
);

const editsOf = (run: string): IDBKeyRange => IDBKeyRange.bound([run, 0], [run, Infinity]);

async function done(change: Change, work: (change: Change) => readonly Promise<unknown>[]): Promise<boolean> {
  try {
    const asked = work(change);
    // What was asked for is complete: it need not wait for this page, which may be on its way out.
    change.commit();
    await Promise.all([...asked, change.done]);
    return true;
  } catch {
    return false;
  }
}

/** All or nothing of some writing. Resolves to whether the device took it. */
async function write(work: (change: Change) => readonly Promise<unknown>[]): Promise<boolean> {
  try {
    const db = opened ?? (await opening);
    return db ? await done(db.transaction(STORES, 'readwrite'), work) : false;
  } catch {
    return false;
  }
}

const clear = (change: Change, run: string): Promise<unknown>[] => [
  change.objectStore('runs').delete(run),
  change.objectStore('edits').delete(editsOf(run)),
];

/** Writes a run (where it is given) and edits, in the place of another run where one is named. */
export const writeRun = (
  run: Run | null,
  edits: readonly JournalEdit[],
  instead: string | null = null,
): Promise<boolean> =>
  write((change) => [
    ...(run ? [change.objectStore('runs').put(run)] : []),
    ...edits.map((edit) => change.objectStore('edits').put(edit)),
    ...(instead === null ? [] : clear(change, instead)),
  ]);

const dropRun = (run: string): Promise<boolean> => write((change) => clear(change, run));

/** Keys of all runs of the device, also of edits whose run is not there. */
export async function runKeys(): Promise<readonly string[]> {
  const db = await opening;
  if (!db) return [];
  try {
    const [runs, edits] = await Promise.all([db.getAllKeys('runs'), db.getAllKeys('edits')]);
    return [...new Set([...runs, ...edits.map(([run]) => run)])];
  } catch {
    return [];
  }
}

/** What is on the device of a run: what it began with, where that is there, and its edits in their order. */
export interface FoundRun {
  readonly run: Run | null;
  readonly edits: readonly JournalEdit[];
}

export async function readRun(key: string): Promise<FoundRun> {
  const db = await opening;
  try {
    const [run, edits] = db
      ? await Promise.all([db.get('runs', key), db.getAll('edits', editsOf(key))])
      : [null, []];
    return { run: run ?? null, edits };
  } catch {
    return { run: null, edits: [] };
  }
}

/**
 * Writes one run as it grows. What the device refuses waits here and comes along with the next edit, so that
 * what is on the device never has a gap.
 */
export class RunWriter {
  private count = 0;
  private run: Run | null;
  private waiting: JournalEdit[] = [];

  /** @param told whether the device took what it was given last, or only this page holds it. */
  constructor(
    private readonly whole: Run,
    private readonly told: (taken: boolean, writer: RunWriter) => void,
    /** A run whose place this one takes. */
    private instead: string | null = null,
  ) {
    this.run = whole;
  }

  /** The song before the first edit. */
  get base(): unknown {
    return this.whole.base;
  }

  get key(): string {
    return this.whole.key;
  }

  add(...edits: readonly Pick<JournalEdit, 'step' | 'patches' | 'at'>[]): void {
    this.waiting.push(...edits.map((edit) => ({ ...edit, run: this.key, n: this.count++ })));
    void this.bring();
  }

  mark(gone: boolean): void {
    this.run = { ...this.whole, gone };
    void this.bring();
  }

  drop(): void {
    void dropRun(this.key);
  }

  private async bring(): Promise<void> {
    const { run, instead } = this;
    const edits = [...this.waiting];
    const taken = await writeRun(run, edits, instead);
    if (taken) {
      if (this.run === run) this.run = null;
      if (this.instead === instead) this.instead = null;
      const last = edits.at(-1)?.n ?? -1;
      this.waiting = this.waiting.filter(({ n }) => n > last);
    }
    this.told(taken, this);
  }
}
