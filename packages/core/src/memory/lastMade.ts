/**
 * What was made last, by what it belongs to: made again only where any of what it was made from is another. All of
 * it is compared by identity; edits leave what they do not touch as the very same objects.
 */
interface Made<V> {
  readonly of: readonly unknown[];
  readonly value: V;
}

const isSame = (a: readonly unknown[], b: readonly unknown[]): boolean => {
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
};

/**
 * Remembers one of each kind for each owner.
 * @param alike where what is made anew is no other than the one before, that one stays.
 */
export function lastMade<V>(
  alike: (a: V, b: V) => boolean = () => false,
): (owner: object, which: string, of: readonly unknown[], make: () => V) => V {
  const known = new WeakMap<object, Map<string, Made<V>>>();
  return (owner, which, of, make) => {
    let own = known.get(owner);
    if (!own) known.set(owner, (own = new Map()));
    const found = own.get(which);
    if (found && isSame(found.of, of)) return found.value;
    const made = make();
    const value = found && alike(found.value, made) ? found.value : made;
    // A form has at most so many playings; what is no more is forgotten with the rest.
    if (own.size > MOST) own.clear();
    own.set(which, { of, value });
    return value;
  };
}

const MOST = 5000;
