import type { Ticks } from '../units/units';

/** Index of the first of so many in order that is no longer before; as many as there are where all are. */
function firstWhere(count: number, isBefore: (index: number) => boolean): number {
  let low = 0;
  let high = count;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isBefore(middle)) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Index of the first of what is in order of time that starts at or after a tick; as many as there are where none does. */
export const firstFrom = (items: readonly { readonly start: Ticks }[], tick: Ticks): number =>
  firstWhere(items.length, (i) => items[i]!.start < tick);

/** Those of some ticks in order that lie from one tick to before another. */
export const ticksWithin = (ticks: readonly number[], from: Ticks, until: Ticks): readonly number[] =>
  ticks.slice(
    firstWhere(ticks.length, (i) => ticks[i]! < from),
    firstWhere(ticks.length, (i) => ticks[i]! < until),
  );
