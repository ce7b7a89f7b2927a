/** Where ticks are once what stood at them has gone elsewhere. */
import type { Ticks } from '../units/units';

/** A run of ticks that has gone elsewhere as a whole; what is past `length` of it is no more, and stands at its end. */
export interface TickMove {
  readonly from: Ticks;
  readonly until: Ticks;
  readonly to: Ticks;
  readonly length: Ticks;
}

/** A tick as it is once the runs have gone. */
export function movedTick(tick: Ticks, moves: readonly TickMove[]): number {
  const run = moves.find(({ from, until }) => from <= tick && tick < until);
  return run ? run.to + Math.min(tick - run.from, run.length) : tick;
}
