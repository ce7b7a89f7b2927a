/**
 * Changes to a song as patches: what the app keeps and sends, the server lays on what it has, and workers on their
 * copy. Things that have ids are named by them, so that a change says the same whatever else has changed since.
 */
import { z } from 'zod';

/** Items of the longest list that is changed item by item. Each costs what stands behind it, so lists are bounded. */
const MOST_ITEMS = 4000;

/** A word that every object has from the language is no field of a song. */
const fieldSchema = z
  .string()
  .max(100)
  .refine((field) => !(field in {}), 'That word cannot be a field of a song.');

const idText = z.string().min(1).max(40);

/** A step of a path: a field, a thing of a list by its id, or (as earlier versions had it) by its place, 0-based. */
const stepSchema = z.union([
  fieldSchema,
  z.number().int().min(0).max(MOST_ITEMS),
  z.strictObject({ id: idText }),
]);

/**
 * One change: at a path something is put in, taken out, replaced or moved within its list. What is put into a list
 * of things or moved in it comes behind the one named by `after`, or to the front where that is null.
 */
export const patchSchema = z.strictObject({
  op: z.enum(['add', 'remove', 'replace', 'move']),
  path: z.array(stepSchema).max(20),
  value: z.unknown().optional(),
  after: idText.nullable().optional(),
});

/** One change of a song document: where, by ids, and what stands there now. */
export type SongPatch = z.infer<typeof patchSchema>;
/** A step of the way to a value: a field, or a member of a list by its id. */
export type PathStep = SongPatch['path'][number];

/** True for things that are known by an id. */
export const hasId = (value: unknown): value is { readonly id: string } =>
  typeof value === 'object' && value !== null && typeof (value as { id?: unknown }).id === 'string';

/** Changes that name something the document does not have. */
export class PatchesDoNotFit extends Error {}

const doNotFit = (): PatchesDoNotFit =>
  new PatchesDoNotFit('These changes were made to another version of the song.');

type PatchedFields = Record<string, unknown>;

/** Lays patches on: whatever is changed is copied once, the rest is shared with what was there. */
class Laying {
  private readonly copied = new WeakSet<object>();
  /** Things of lists that were copied, by their ids. */
  private readonly things = new WeakMap<unknown[], Map<string, unknown>>();

  constructor(private document: unknown) {}

  result(): unknown {
    return this.document;
  }

  lay({ op, path, value, after }: SongPatch): void {
    const last = path.at(-1);
    if (last === undefined) {
      if (op !== 'replace') throw doNotFit();
      this.document = value;
      return;
    }
    const holder = this.holderOf(path);
    if (Array.isArray(holder)) {
      if (typeof last === 'object') this.amongThings(holder, op, last.id, value, after);
      else this.atPlace(holder, op, last, value);
    } else if (typeof last !== 'string' || last in {} || op === 'move') throw doNotFit();
    else if (op === 'remove') delete holder[last];
    else holder[last] = value;
  }

  /** What the last step of a path is in, as a copy that may be changed. */
  private holderOf(path: SongPatch['path']): unknown[] | PatchedFields {
    let holder = this.own(this.document);
    this.document = holder;
    for (const step of path.slice(0, -1)) holder = this.into(holder, step);
    return holder;
  }

  private into(holder: unknown[] | PatchedFields, step: PathStep): unknown[] | PatchedFields {
    if (typeof step === 'object') {
      if (!Array.isArray(holder)) throw doNotFit();
      const thing = this.thingsOf(holder).get(step.id);
      const copy = this.own(thing);
      if (copy !== thing) this.put(holder, holder.indexOf(thing), step.id, copy);
      return copy;
    }
    if (!Object.hasOwn(holder, step)) throw doNotFit();
    const fields = holder as PatchedFields;
    const copy = this.own(fields[step]);
    fields[step] = copy;
    return copy;
  }

  private own(value: unknown): unknown[] | PatchedFields {
    if (typeof value !== 'object' || value === null) throw doNotFit();
    if (this.copied.has(value)) return value as unknown[] | PatchedFields;
    const copy = Array.isArray(value) ? [...(value as unknown[])] : { ...value };
    this.copied.add(copy);
    return copy;
  }

  private thingsOf(list: unknown[]): Map<string, unknown> {
    let things = this.things.get(list);
    if (!things) {
      things = new Map(list.filter(hasId).map((thing) => [thing.id, thing]));
      this.things.set(list, things);
    }
    return things;
  }

  private put(list: unknown[], at: number, id: string, thing: unknown): void {
    list[at] = thing;
    this.thingsOf(list).set(id, thing);
  }

  /** The place behind a thing of a list, or at its front. */
  private placeAfter(list: unknown[], after: string | null): number {
    if (after === null) return 0;
    const at = list.indexOf(this.thingsOf(list).get(after));
    if (at < 0) throw doNotFit();
    return at + 1;
  }

  private amongThings(
    list: unknown[],
    op: SongPatch['op'],
    id: string,
    value: unknown,
    after: string | null = null,
  ): void {
    const things = this.thingsOf(list);
    const thing = things.get(id);
    if (op === 'add') {
      if (thing !== undefined || !hasId(value) || value.id !== id || list.length >= MOST_ITEMS) {
        throw doNotFit();
      }
      list.splice(this.placeAfter(list, after), 0, value);
      things.set(id, value);
      return;
    }
    const at = thing === undefined ? -1 : list.indexOf(thing);
    if (at < 0) throw doNotFit();
    if (op === 'replace') return this.put(list, at, id, value);
    list.splice(at, 1);
    if (op === 'move') list.splice(this.placeAfter(list, after), 0, thing);
    else things.delete(id);
  }

  private atPlace(list: unknown[], op: SongPatch['op'], at: string | number, value: unknown): void {
    // A list is cut by its length, and never made longer by it.
    if (at === 'length' && op === 'replace') {
      if (typeof value !== 'number' || !(value >= 0 && value <= list.length)) throw doNotFit();
      return this.exchange(list, value, list.length - value, []);
    }
    if (typeof at !== 'number' || op === 'move' || at > list.length - (op === 'add' ? 0 : 1))
      throw doNotFit();
    if (op === 'add' && list.length >= MOST_ITEMS) throw doNotFit();
    this.exchange(list, at, op === 'add' ? 0 : 1, op === 'remove' ? [] : [value]);
  }

  /** Puts items in the place of others; who is known by an id stays known, in time straight in what is exchanged. */
  private exchange(list: unknown[], at: number, count: number, items: readonly unknown[]): void {
    const gone = list.splice(at, count, ...items);
    const things = this.things.get(list);
    if (!things) return;
    for (const item of gone) if (hasId(item) && things.get(item.id) === item) things.delete(item.id);
    for (const item of items) if (hasId(item)) things.set(item.id, item);
  }
}

/**
 * A document with patches laid on, in their order, in time straight in their number. What comes out is unchecked: it
 * goes through `readSong`.
 * @throws PatchesDoNotFit where a path leads nowhere: no such field, no thing of that id, or a place behind a list's end.
 */
export function withPatches<T extends object>(document: T, patches: readonly SongPatch[]): T {
  const laying = new Laying(document);
  for (const patch of patches) laying.lay(patch);
  return laying.result() as T;
}

/** A whole song in the place of whatever is there. */
export const wholeSong = (song: object): SongPatch => ({ op: 'replace', path: [], value: song });
