/**
 * Values derived from others, made again only where something that they were made of is another. What a value is made
 * of is nowhere written down: it is handed in by name, and what is read of it is recorded. All of it is compared by
 * identity; edits leave what they do not touch as the very same objects.
 */
type DerivedInputs = Readonly<Record<string, unknown>>;

/** One thing that was read: the way to it from the inputs, and what was there. */
interface Read {
  readonly path: readonly string[];
  readonly value: unknown;
}

interface Derivation<V> {
  readonly reads: readonly Read[];
  readonly value: V;
}

/** How deep the reading of an input is recorded, by its name: 0, and what is not named, is compared as a whole. */
type Depths<I> = { readonly [name in keyof I]?: number };

const isLooked = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value) && !(value instanceof Map);

function at(inputs: unknown, path: readonly string[]): unknown {
  let from = inputs;
  for (let i = 0; i < path.length && from !== null && from !== undefined; i++) {
    from = (from as Record<string, unknown>)[path[i]!];
  }
  return from;
}

/** Whether all that was read is there as it was. */
function isSame(inputs: unknown, reads: readonly Read[]): boolean {
  for (let i = 0; i < reads.length; i++) {
    const { path, value } = reads[i]!;
    if (at(inputs, path) !== value) return false;
  }
  return true;
}

/** An object of which it is noted what is read. */
function watched(
  object: Record<string, unknown>,
  path: readonly string[],
  depthOf: (name: string) => number,
  note: (read: Read) => void,
): Record<string, unknown> {
  const read = (name: string): unknown => {
    const value = object[name];
    const way = [...path, name];
    const depth = depthOf(name);
    if (depth > 0 && isLooked(value)) return watched(value, way, () => depth - 1, note);
    // A list that is looked into is as long as it was, of the same members.
    if (depth > 0 && Array.isArray(value)) {
      note({ path: [...way, 'length'], value: value.length });
      value.forEach((member, i) => note({ path: [...way, String(i)], value: member }));
    } else note({ path: way, value });
    return value;
  };
  // The inputs themselves are handed in anew each time; which they are is always the same.
  const whole = (): void => void (path.length && note({ path, value: object }));
  // Nothing of what is looked at stands in the target: what cannot be changed could not be given out watched.
  return new Proxy<Record<string, unknown>>(
    {},
    {
      get: (_, name) => (typeof name === 'string' ? read(name) : undefined),
      has: (_, name) => {
        whole();
        return name in object;
      },
      // Which names there are is read where it is spread.
      ownKeys: () => {
        whole();
        return Reflect.ownKeys(object);
      },
      getOwnPropertyDescriptor: (_, name) =>
        typeof name === 'string' && name in object
          ? { value: read(name), enumerable: true, configurable: true, writable: false }
          : undefined,
    },
  );
}

/** What is no more is forgotten with the rest: a form has at most so many playings. */
const MOST = 5000;

/**
 * A value that is kept for an owner, one under each name, as long as nothing that was read for it is another.
 * @param make reads nothing but its inputs, and gives nothing back of an input that is looked into but what it read there.
 * @param depths inputs that are looked into instead of being compared as a whole.
 * @param alike where what is made anew is no other than the one before, that one stays.
 */
export function derived<I extends object, V>(
  make: (inputs: I) => V,
  depths: Depths<I> = {},
  alike: (a: V, b: V) => boolean = () => false,
): (owner: object, which: string, inputs: I) => V {
  const known = new WeakMap<object, Map<string, Derivation<V>>>();
  const depthOf = (name: string): number => depths[name as keyof I] ?? 0;
  return (owner, which, inputs) => {
    let own = known.get(owner);
    if (!own) known.set(owner, (own = new Map()));
    const found = own.get(which);
    if (found && isSame(inputs, found.reads)) return found.value;
    const noted = new Map<string, Read>();
    const note = (read: Read): void => void noted.set(read.path.join('/'), read);
    const made = make(watched(inputs as DerivedInputs, [], depthOf, note) as I);
    const value = found && alike(found.value, made) ? found.value : made;
    if (own.size > MOST) own.clear();
    own.set(which, { reads: [...noted.values()], value });
    return value;
  };
}
