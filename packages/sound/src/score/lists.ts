/** Lists of numbers in order of time, so many for each entry, the first of them its tick. */

/** The same entries in order of their ticks; those of one tick stay in the order they came in. */
export function inOrder(list: Int32Array, fields: number): Int32Array {
  const count = list.length / fields;
  let isSorted = true;
  for (let i = 1; i < count && isSorted; i++) isSorted = list[(i - 1) * fields]! <= list[i * fields]!;
  if (isSorted) return list;
  const order = Uint32Array.from({ length: count }, (_, i) => i).sort(
    (a, b) => list[a * fields]! - list[b * fields]! || a - b,
  );
  const sorted = new Int32Array(list.length);
  order.forEach((from, to) => sorted.set(list.subarray(from * fields, (from + 1) * fields), to * fields));
  return sorted;
}

/** Lists in order as one; entries of one tick come in the order of their lists. In time straight in what there is. */
export function merged(lists: readonly Int32Array[], fields: number): Int32Array {
  const all = new Int32Array(lists.reduce((sum, list) => sum + list.length, 0));
  const heads = new Int32Array(lists.length);
  for (let to = 0; to < all.length; to += fields) {
    let first = -1;
    let least = Infinity;
    for (let i = 0; i < lists.length; i++) {
      const tick = lists[i]![heads[i]!];
      if (tick !== undefined && tick < least) [first, least] = [i, tick];
    }
    const list = lists[first]!;
    const from = heads[first]!;
    for (let n = 0; n < fields; n++) all[to + n] = list[from + n]!;
    heads[first] = from + fields;
  }
  return all;
}
