/**
 * What the server said last, kept on this device for when it is away or silent: songs in a place of their own, so that
 * no number of searches pushes one out, and what is saved goes in as it is saved.
 */
import { openDB, type DBSchema } from 'idb';
import { create } from 'zustand';
import { ApiError } from './api';

/** How long an answer is waited for before what is kept is shown, milliseconds. */
export const PATIENCE = 2000;

/** Answers of a kind that are kept; the ones longest unasked go first. */
const MOST = { songs: 200, lists: 40 } as const;
export type Shelf = keyof typeof MOST;

interface Kept {
  readonly path: string;
  readonly shelf: Shelf;
  /** When it was asked for last, milliseconds. */
  readonly at: number;
  readonly answer: unknown;
}

interface Answers extends DBSchema {
  answers: { key: string; value: Kept; indexes: { shelf: [string, number] } };
}

const opening = (async () =>
  openDB<Answers>('backline-answers', 1, {
    upgrade(db) {
      db.createObjectStore('answers', { keyPath: 'path' }).createIndex('shelf', ['shelf', 'at']);
    },
  }))().catch(() => null);

/** Addresses of which what is kept is shown, because the server is away or silent. */
export const useShownKept = create<{ readonly paths: ReadonlySet<string> }>(() => ({ paths: new Set() }));

function show(path: string, isKept: boolean): void {
  const { paths } = useShownKept.getState();
  if (paths.has(path) === isKept) return;
  const next = new Set(paths);
  if (isKept) next.add(path);
  else next.delete(path);
  useShownKept.setState({ paths: next });
}

/** True for a song that was asked for before it was saved, and answered after. */
function isOlder(answer: unknown, kept: unknown): boolean {
  const [one, other] = [answer, kept].map((of) => (of as { revision?: unknown } | null)?.revision);
  return typeof one === 'number' && typeof other === 'number' && one < other;
}

/** Keeps an answer that is shown; where the device has no room for it, what it kept before stays. */
export async function keepAnswer(shelf: Shelf, path: string, answer: unknown): Promise<void> {
  show(path, false);
  await keep(shelf, path, answer);
}

async function keep(shelf: Shelf, path: string, answer: unknown): Promise<void> {
  const db = await opening;
  if (!db) return;
  try {
    const change = db.transaction('answers', 'readwrite');
    const before = await change.store.get(path);
    if (isOlder(answer, before?.answer)) return;
    await change.store.put({ path, shelf, at: Date.now(), answer });
    const oldest = IDBKeyRange.bound([shelf, 0], [shelf, Infinity]);
    let over = (await change.store.index('shelf').count(oldest)) - MOST[shelf];
    for (
      let at = await change.store.index('shelf').openCursor(oldest);
      at && over > 0;
      at = await at.continue()
    ) {
      await at.delete();
      over--;
    }
    await change.done;
  } catch {
    // It is asked for again when the server is there.
  }
}

/** Lets an answer go: its song is no longer there. */
export async function forgetAnswer(path: string): Promise<void> {
  await (await opening)?.delete('answers', path).catch(() => undefined);
}

export async function keptAnswer(path: string): Promise<unknown> {
  const found = await (await opening)?.get('answers', path).catch(() => undefined);
  return found?.answer ?? null;
}

const pause = (ms: number): Promise<null> => new Promise((done) => setTimeout(() => done(null), ms));

/**
 * Asks the server, and gives what this device keeps where it is away, or says nothing for two seconds. An answer that
 * comes after that is kept for whoever asks next: nobody has seen it, so the path goes on being shown as kept.
 * @param read makes what is kept into an answer again.
 * @throws ApiError what the server refuses, and that it is away where nothing is kept.
 */
export async function askedOrKept<T>(
  shelf: Shelf,
  path: string,
  ask: (path: string) => Promise<T>,
  read: (kept: unknown) => T | null,
): Promise<T> {
  const asking = ask(path);
  const answered = asking.then((answer) => {
    void keep(shelf, path, answer);
    return answer;
  });
  const given = (answer: T): T => {
    show(path, false);
    return answer;
  };
  answered.catch(() => undefined);
  const fallBack = async (): Promise<T | null> => {
    const kept = await keptAnswer(path);
    const answer = kept === null ? null : read(kept);
    if (answer !== null) show(path, true);
    return answer;
  };
  try {
    const soon = await Promise.race([answered.then((answer) => ({ answer })), pause(PATIENCE)]);
    if (soon) return given(soon.answer);
    return (await fallBack()) ?? given(await answered);
  } catch (error) {
    if (error instanceof ApiError && (error.status === 404 || error.status === 410)) void forgetAnswer(path);
    const kept = error instanceof ApiError && error.kind === 'away' ? await fallBack() : null;
    if (kept === null) throw error;
    return kept;
  }
}
