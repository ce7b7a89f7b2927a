/** Stretches of ticks, from one to before another. */
import type { Ticks } from '../units/units';

/** A stretch of ticks. */
export interface Stretch {
  readonly from: Ticks;
  readonly to: Ticks;
}

/** What is left of a stretch without others, in order; others may reach over it, and over each other. */
export function without(
  stretch: Stretch,
  others: readonly { readonly start: Ticks; readonly end: Ticks }[],
): Stretch[] {
  return others.reduce<Stretch[]>(
    (left, { start, end }) =>
      left.flatMap(({ from, to }) =>
        [
          { from, to: Math.min(to, start) },
          { from: Math.max(from, end), to },
        ].filter((half) => half.from < half.to),
      ),
    [stretch],
  );
}
