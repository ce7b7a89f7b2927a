/** Index of the first of what is in order of time that starts at or after a tick; as many as there are where none does. */
export function firstFrom(items: readonly { readonly start: number }[], tick: number): number {
  let low = 0;
  let high = items.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (items[middle]!.start < tick) low = middle + 1;
    else high = middle;
  }
  return low;
}
