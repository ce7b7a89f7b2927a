/** How far a weave is pulled, and what a touch of it means. */
import { DYNAMICS, type Dynamics } from '@backline/core/song/choices';

export interface Pulled {
  readonly dynamics: Dynamics;
  /** 1 to 5. */
  readonly density: number;
}

export interface Moved {
  readonly dx: number;
  readonly dy: number;
}

/** Way of a finger from one step to the next, px: out for density, up for dynamics. */
const STEP = { across: 44, up: 26 } as const;

const within = (value: number, low: number, high: number): number => Math.max(low, Math.min(high, value));

/** Where a weave stands that is pulled from somewhere: up is stronger, out to the right fuller. */
export function pulledTo(
  from: Pulled,
  { dx, dy }: Moved,
  step: { across: number; up: number } = STEP,
): Pulled {
  const at = DYNAMICS.indexOf(from.dynamics) - Math.round(dy / step.up);
  return {
    dynamics: DYNAMICS[within(at, 0, DYNAMICS.length - 1)]!,
    density: within(from.density + Math.round(dx / step.across), 1, 5),
  };
}

/** A touch that moves no farther than this is a tap, px; a flick goes this far and lasts no longer than this, ms. */
const TAP = 10;
const FLICK = 36;
const FLICK_LASTS = 400;

/** Whether a touch has stayed where it was, as near as a finger can. */
export const isStill = ({ dx, dy }: Moved): boolean => Math.abs(dx) <= TAP && Math.abs(dy) <= TAP;

/** What a touch meant that never held the weave; null where it scrolled, or means nothing. */
export function gestureOf(moved: Moved, lasted: number): 'tap' | 'flick' | null {
  if (isStill(moved)) return 'tap';
  const { dx, dy } = moved;
  return Math.abs(dx) >= FLICK && Math.abs(dx) > 1.5 * Math.abs(dy) && lasted <= FLICK_LASTS ? 'flick' : null;
}
