/** Changes to a song as patches: what the app keeps and sends, and the server lays on what it has. */
import { z } from 'zod';

/** Items of the longest list that is changed item by item. Each costs what stands behind it, so lists are bounded. */
const MOST_ITEMS = 4000;

const placeSchema = z.number().int().min(0).max(MOST_ITEMS);

/** A word that every object has from the language is no field of a song. */
const fieldSchema = z
  .string()
  .max(100)
  .refine((field) => !(field in {}), 'That word cannot be a field of a song.');

/** One change: at a path of fields and places something is put in, taken out or replaced (RFC 6902, paths as lists). */
export const patchSchema = z
  .strictObject({
    op: z.enum(['add', 'remove', 'replace']),
    path: z.array(z.union([fieldSchema, placeSchema])).max(20),
    value: z.unknown().optional(),
  })
  .refine(({ path, value }) => path.at(-1) !== 'length' || placeSchema.safeParse(value).success, {
    message: 'A list cannot be made that long.',
  });

export type SongPatch = z.infer<typeof patchSchema>;

/** Changes that name something the document does not have. */
export class PatchesDoNotFit extends Error {}

const doNotFit = (): PatchesDoNotFit =>
  new PatchesDoNotFit('These changes were made to another version of the song.');

type Fields = Record<string, unknown>;

/** Lays patches on: whatever is changed is copied once, the rest is shared with what was there. */
class Laying {
  private readonly copied = new WeakSet<object>();

  constructor(private document: unknown) {}

  result(): unknown {
    return this.document;
  }

  lay({ op, path, value }: SongPatch): void {
    const last = path.at(-1);
    if (last === undefined) {
      if (op !== 'replace') throw doNotFit();
      this.document = value;
      return;
    }
    const holder = this.holderOf(path);
    if (Array.isArray(holder)) this.inList(holder, op, last, value);
    else if (typeof last !== 'string' || last in {}) throw doNotFit();
    else if (op === 'remove') delete holder[last];
    else holder[last] = value;
  }

  /** What the last word of a path is in, as a copy that may be changed. */
  private holderOf(path: SongPatch['path']): unknown[] | Fields {
    let holder = this.own(this.document);
    this.document = holder;
    for (const name of path.slice(0, -1)) {
      if (!Object.hasOwn(holder, name)) throw doNotFit();
      const fields = holder as Fields;
      holder = this.own(fields[name]);
      fields[name] = holder;
    }
    return holder;
  }

  private own(value: unknown): unknown[] | Fields {
    if (typeof value !== 'object' || value === null) throw doNotFit();
    if (this.copied.has(value)) return value as unknown[] | Fields;
    const copy = Array.isArray(value) ? [...(value as unknown[])] : { ...value };
    this.copied.add(copy);
    return copy;
  }

  private inList(list: unknown[], op: SongPatch['op'], at: string | number, value: unknown): void {
    // A list is cut by its length, and never made longer by it.
    if (at === 'length' && op === 'replace') {
      if (typeof value !== 'number' || !(value >= 0 && value <= list.length)) throw doNotFit();
      list.length = value;
      return;
    }
    if (typeof at !== 'number' || at > list.length - (op === 'add' ? 0 : 1)) throw doNotFit();
    if (op === 'add' && list.length >= MOST_ITEMS) throw doNotFit();
    if (op === 'add') list.splice(at, 0, value);
    else if (op === 'remove') list.splice(at, 1);
    else list[at] = value;
  }
}

/**
 * A document with patches laid on, in their order, in time straight in their number. What comes out is unchecked: it
 * goes through `readSong`.
 * @throws PatchesDoNotFit where a path leads nowhere: no such field, or a place behind a list's end.
 */
export function withPatches<T extends object>(document: T, patches: readonly SongPatch[]): T {
  const laying = new Laying(document);
  for (const patch of patches) laying.lay(patch);
  return laying.result() as T;
}

/** A whole song in the place of whatever is there. */
export const wholeSong = (song: object): SongPatch => ({ op: 'replace', path: [], value: song });
