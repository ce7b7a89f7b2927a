/**
 * Songs edited here and not yet saved, as the patches that were made. Each tab keeps its own, in memory and in the
 * device's journal, so that two tabs never write over each other; what a tab that is gone left can be taken over.
 */
import { songChanges } from '@backline/core/song/changes';
import { songTrouble } from '@backline/core/song/checked';
import type { Mended } from '@backline/core/song/mend';
import { areApart } from '@backline/core/song/merging';
import { PatchesDoNotFit, wholeSong, withPatches, type SongPatch } from '@backline/core/song/patches';
import { SONG_VERSION, readSong } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import { MOST_SAVE_STEPS, type SaveStep, type Saved } from '@backline/core/song/wire';
import { RunWriter, readRun, runKeys, writeRun, type FoundRun, type JournalEdit, type Run } from './journal';
import { bringOver, damagedBefore, isBefore } from './keptBefore';
import { newId } from './newId';
import { THIS_TAB, alone, livingTabs } from './tabs';

/** The revision of a song that is only here: it is stored with its first edit. */
export const NEVER_STORED = 0;
/** The revision of a song as it is stored first. */
export const FIRST_STORED = 1;

export interface KeptEdits {
  /** The revision they were made from. */
  readonly revision: number;
  /** The song with all of them. */
  readonly song: Song;
  /** What is to be sent, in its order: a step for each try to save, the last one open until it is sent. */
  readonly steps: readonly SaveStep[];
  /** How many of them have been sent, and may have arrived: to those nothing is added any more, and none goes. */
  readonly sent: number;
  /** True where the song is no longer in the songbook: the writer has to say what becomes of it. */
  readonly gone: boolean;
}

/** A step of more changes than this is sent as the whole song. */
const MOST_CHANGES = 1000;

const own = new Map<string, KeptEdits & { readonly writer: RunWriter }>();

/** Told whether the device took what it was given last of a song, or only this page holds it. */
let tell: (id: string, kept: boolean) => void = () => undefined;

export function watchKeeping(watcher: typeof tell): void {
  tell = watcher;
}

/** A run of this tab, written to the device as it grows. */
function newRun(
  id: string,
  of: Pick<Run, 'revision' | 'base' | 'gone'>,
  instead: string | null = null,
): RunWriter {
  const { revision, base, gone } = of;
  const told = (taken: boolean, writer: RunWriter): void => {
    if (own.get(id)?.writer === writer) tell(id, taken);
  };
  return new RunWriter({ key: `${id}/${THIS_TAB}/${newId()}`, revision, base, gone }, told, instead);
}

function withEdit(
  kept: Pick<KeptEdits, 'steps' | 'sent'>,
  song: Song,
  patches: readonly SongPatch[],
): readonly SaveStep[] {
  const last = kept.sent < kept.steps.length ? kept.steps.at(-1) : undefined;
  const before = last ? kept.steps.slice(0, -1) : kept.steps;
  const all = [...(last?.patches ?? []), ...patches];
  const step = { edit: last?.edit ?? newId(), patches: all.length > MOST_CHANGES ? [wholeSong(song)] : all };
  return [...before, step];
}

/** Keeps an edit: the song before it (with its revision) where it is the first, the song after, what was changed. */
export function keepEdit(
  id: string,
  before: { readonly revision: number; readonly song: Song },
  song: Song,
  patches: readonly SongPatch[],
): void {
  const kept = own.get(id);
  const writer = kept?.writer ?? newRun(id, { revision: before.revision, base: before.song, gone: false });
  const steps = withEdit(kept ?? { steps: [], sent: 0 }, song, patches);
  const { revision, gone } = kept ?? { ...before, gone: false };
  own.set(id, { revision, song, steps, sent: kept?.sent ?? 0, gone, writer });
  writer.add({ step: steps.at(-1)!.edit, patches, at: Date.now() });
}

/** Keeps a song as a whole, in the place of all that was kept of it: it is to stand on a revision, whatever that holds. */
export function keepWhole(id: string, revision: number, song: Song): void {
  forgetEdits(id);
  keepEdit(id, { revision, song }, song, [wholeSong(song)]);
}

/** The song before the first edit that is kept of it, where it was never stored: it is made of that. */
export function neverStored(id: string): Song | null {
  const kept = own.get(id);
  return kept?.revision === NEVER_STORED ? (kept.writer.base as Song) : null;
}

/** The song is stored now as it was before its first edit. */
export function nowStored(id: string, revision: number): void {
  const kept = own.get(id);
  if (kept) own.set(id, { ...kept, revision });
}

/**
 * Says that what is kept is on its way now, as much of it as one save holds: those steps, and the song with them.
 * Later edits make a step of their own; what was sent once is sent again just as it was.
 */
export function markSent(id: string): KeptEdits | null {
  const kept = own.get(id);
  if (!kept) return null;
  const steps = kept.steps.slice(0, MOST_SAVE_STEPS);
  const sent = Math.max(kept.sent, steps.length);
  own.set(id, { ...kept, sent });
  if (steps.length === kept.steps.length) return { ...kept, sent };
  const song = withPatches(
    kept.writer.base as Song,
    steps.flatMap(({ patches }) => patches),
  );
  return { ...kept, steps, song, sent };
}

/** Says whether the song of what is kept is still in the songbook. */
export function markGone(id: string, gone: boolean): void {
  const kept = own.get(id);
  if (!kept || kept.gone === gone) return;
  own.set(id, { ...kept, gone });
  kept.writer.mark(gone);
}

/**
 * What was made here since a save, laid on the song as it is with the changes of others; null where the two touch the
 * same, or would together be no song.
 */
function togetherWith(current: Song, sent: Song, rest: readonly SaveStep[]): Song | null {
  const patches = rest.flatMap((step) => step.patches);
  if (!areApart(patches, songChanges(sent, current))) return null;
  try {
    const song = withPatches(current, patches);
    return songTrouble(song) === null ? song : null;
  } catch (error) {
    if (error instanceof PatchesDoNotFit) return null;
    throw error;
  }
}

/**
 * The server has what was sent: what was made since goes on from there, at the revision that it now has, and with
 * what others have changed. Where that cannot be, it is still made from what they have not seen.
 */
export function settle(id: string, sent: KeptEdits, { revision, current }: Saved): void {
  const kept = own.get(id);
  if (!kept) return;
  const last = sent.steps.at(-1)!.edit;
  const rest = kept.steps.slice(kept.steps.findIndex(({ edit }) => edit === last) + 1);
  if (!rest.length) return forgetEdits(id);
  const together = current && togetherWith(current.song, sent.song, rest);
  const from = !current
    ? { revision, base: sent.song, song: kept.song }
    : together
      ? { revision: current.revision, base: current.song, song: together }
      : { revision: sent.revision, base: sent.song, song: kept.song };
  const { base, ...now } = from;
  const writer = newRun(id, { revision: now.revision, base, gone: kept.gone }, kept.writer.key);
  own.set(id, {
    ...kept,
    ...now,
    steps: rest,
    sent: kept.sent - (kept.steps.length - rest.length),
    writer,
  });
  writer.add(...rest.map(({ edit, patches }) => ({ step: edit, patches, at: Date.now() })));
}

export function forgetEdits(id: string): void {
  const kept = own.get(id);
  own.delete(id);
  kept?.writer.drop();
}

/** What this tab keeps of a song, or null. */
export const ownEdits = (id: string): KeptEdits | null => own.get(id) ?? null;

/** Songs this tab keeps edits of. */
export const songsWithOwnEdits = (): string[] => [...own.keys()];

const songOf = (run: string): string => run.split('/')[0]!;
const tabOf = (run: string): string => run.split('/')[1]!;

/** Runs of tabs that are gone. A tab that is just being reloaded may take a moment to go. */
async function orphans(ofSong?: string): Promise<string[]> {
  const look = async (): Promise<readonly [gone: string[], alive: string[]]> => {
    const living = await livingTabs();
    await bringOver(living);
    const keys = (await runKeys()).filter(
      (key) => (ofSong === undefined || songOf(key) === ofSong) && tabOf(key) !== THIS_TAB,
    );
    return [keys.filter((key) => !living.has(tabOf(key))), keys.filter((key) => living.has(tabOf(key)))];
  };
  const [gone, alive] = await look();
  if (!alive.length) return gone;
  await new Promise((wait) => setTimeout(wait, 300));
  return (await look())[0];
}

/** Songs of which a tab that is gone left edits. */
export const songsWithOrphans = async (): Promise<string[]> => [...new Set((await orphans()).map(songOf))];

/** Edits that belong to one step, in a row, as that step. */
function stepsOf(edits: readonly JournalEdit[]): readonly SaveStep[] {
  const steps: SaveStep[] = [];
  for (const { step, patches } of edits) {
    const last = steps.at(-1);
    if (last?.edit === step) steps[steps.length - 1] = { edit: step, patches: [...last.patches, ...patches] };
    else steps.push({ edit: step, patches: [...patches] });
  }
  return steps;
}

interface Left {
  readonly run: Run;
  readonly edits: readonly JournalEdit[];
  readonly kept: KeptEdits;
}

/** What a run left, with its song as it was; or why it cannot be read, where it holds anything. */
function readLeft({ run, edits }: FoundRun): Left | { readonly trouble: string } | null {
  if (!edits.length) return run?.base ? null : { trouble: 'Nothing is left but a name.' };
  if (!run) return { trouble: 'The song that these edits were made to is missing.' };
  try {
    const patches = edits.flatMap((edit) => edit.patches);
    const { song, trouble } = readSong(withPatches(run.base as object, patches));
    if (!song) return { trouble };
    const steps = stepsOf(edits);
    // Patches of an earlier version of songs fit no song of this one: it is sent whole.
    const fit = (run.base as { version?: unknown }).version === SONG_VERSION;
    const whole = steps.map(({ edit }, i) => ({
      edit,
      patches: i === steps.length - 1 ? [wholeSong(song)] : [],
    }));
    const { revision, gone } = run;
    return { run, edits, kept: { revision, song, steps: fit ? steps : whole, sent: steps.length, gone } };
  } catch (error) {
    return {
      trouble:
        error instanceof PatchesDoNotFit
          ? 'The edits do not fit the song they were made to.'
          : 'It is damaged.',
    };
  }
}

const isLeft = (found: ReturnType<typeof readLeft>): found is Left => found !== null && 'run' in found;

/**
 * Takes over the newest edits of a song that a tab that is gone left behind, unless this tab has some of its own.
 * Older ones stay and come up the next time; what is damaged stays where it is, and is told of in the songbook.
 */
export async function adoptOrphan(id: string): Promise<KeptEdits | null> {
  if (own.has(id)) return ownEdits(id);
  const keys = await orphans(id);
  if (!keys.length) return null;
  return alone(`adopt/${id}`, async () => {
    const left = (await Promise.all(keys.map(readRun))).map(readLeft).filter(isLeft);
    const newest = left.sort((a, b) => b.edits.at(-1)!.at - a.edits.at(-1)!.at)[0];
    if (!newest || own.has(id)) return ownEdits(id);
    // Where the device has no room for it under this tab, it stays where it was: sent twice it is recognised.
    const writer = newRun(id, newest.run, newest.run.key);
    own.set(id, { ...newest.kept, writer });
    writer.add(...newest.edits);
    return newest.kept;
  });
}

/** Edits on this device that cannot be read. They stay until the writer takes them away or removes them. */
export interface Unread {
  readonly key: string;
  readonly song: string;
  /** Why, as a sentence. */
  readonly trouble: string;
  /** When the last of them was made, milliseconds; 0 where that is not known. */
  readonly at: number;
  /** What the song is called, where that is known. */
  readonly title: string | null;
  /** Everything there is of them. */
  readonly contents: unknown;
  /** As much of the song as reads, with what does not; null where nothing does. */
  readonly mended: Mended | null;
}

const titleOf = (base: unknown): string | null => {
  const { title } = (base ?? {}) as { title?: unknown };
  return typeof title === 'string' ? title : null;
};

/** The song with as many of the edits as fit, as far as it goes. */
async function mendedOf({ run, edits }: FoundRun): Promise<Mended | null> {
  let song = run?.base ?? null;
  for (const { patches } of edits) {
    try {
      song = withPatches((song ?? {}) as object, patches);
    } catch {
      break;
    }
  }
  // Hardly ever asked for: it comes when it is. Where it does not, all of it can still be saved as a file.
  const mending = await import('@backline/core/song/mend').catch(() => null);
  return mending && mending.mendSong(song);
}

/** What tabs that are gone left and nobody can take over. */
export async function unreadEdits(): Promise<Unread[]> {
  const keys = await orphans();
  const found = await Promise.all(keys.map(readRun));
  const before = damagedBefore(await livingTabs()).map(({ key, text }): Unread => ({
    ...{ key, song: '', title: null, at: 0, contents: text, mended: null },
    trouble: 'It is damaged, or cut off.',
  }));
  const inJournal: Unread[] = [];
  for (const [i, one] of found.entries()) {
    const left = readLeft(one);
    if (!left || isLeft(left)) continue;
    const key = keys[i]!;
    inJournal.push({
      key,
      song: songOf(key),
      trouble: left.trouble,
      at: Number(one.edits.at(-1)?.at) || 0,
      title: titleOf(one.run?.base),
      contents: one,
      mended: await mendedOf(one),
    });
  }
  return [...inJournal, ...before];
}

/** Removes what cannot be read: the writer says so. */
export async function removeUnread(key: string): Promise<void> {
  if (isBefore(key)) localStorage.removeItem(key);
  else await writeRun(null, [], key);
}
