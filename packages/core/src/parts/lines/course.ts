/** How a solo goes through its section: it begins, is at its height about two thirds through, and comes home (common practice). */
import type { Habits } from './habits';

/** Share of a solo at which it is at its height: about two thirds. */
const HEIGHT = 2 / 3;
/** Up to where it states its theme, and from where it comes back to it. */
const LEAVES = 0.2;
const RETURNS = 0.78;

/** How high and full a line is, from 0 to 1. @param share how far through its section, 0 to 1. */
export function energyAt({ course }: Habits, share: number): number {
  const { begins, climbs, ends } = course;
  return share < HEIGHT
    ? begins + ((climbs - begins) * share) / HEIGHT
    : climbs + ((ends - climbs) * (share - HEIGHT)) / (1 - HEIGHT);
}

/** Where a solo stands with its theme. */
export type Stage = 'theme' | 'away' | 'home';

/** Where a solo stands with its theme. @param share how far through its section, 0 to 1. */
export const stageAt = (share: number): Stage =>
  share < LEAVES ? 'theme' : share < RETURNS ? 'away' : 'home';
