/** What was used last, by name: so many are kept at least, and twice as many at most. */
export interface LastUsed<V> {
  get(name: string): V | undefined;
  set(name: string, value: V): void;
}

/**
 * Two halves: what is used goes to the younger one, and where that is full the older one is let go of as a whole.
 * Forgetting one by one from the front of a Map gets slower with each: what was there is stepped over every time.
 */
export function lastUsed<V>(size: number): LastUsed<V> {
  let young = new Map<string, V>();
  let old = new Map<string, V>();
  function set(name: string, value: V): void {
    young.set(name, value);
    if (young.size < size) return;
    old = young;
    young = new Map();
  }
  return {
    get(name) {
      const used = young.get(name);
      if (used !== undefined) return used;
      const value = old.get(name);
      if (value !== undefined) set(name, value);
      return value;
    },
    set,
  };
}
