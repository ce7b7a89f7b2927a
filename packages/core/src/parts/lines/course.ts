/** How a solo goes through its section: it begins, is at its height about two thirds through, and comes home (common practice). */
import type { LinePlan } from './asked';

/** Share of a solo at which it is at its height: about two thirds. */
const HEIGHT = 2 / 3;
/** Up to where it states its theme, and from where it comes back to it. */
const LEAVES = 0.2;
const RETURNS = 0.78;

/** A line through points that lie evenly from 0 to 1. */
function through(points: readonly number[], share: number): number {
  const at = share * (points.length - 1);
  const before = Math.min(points.length - 2, Math.floor(at));
  const [from, to] = [points[before]!, points[before + 1]!];
  return from + (to - from) * (at - before);
}

/** How high and full a line is, from 0 to 1: as it was drawn, else by its player's way. @param share how far through its section, 0 to 1. */
export function energyAt({ drawn, habits }: Pick<LinePlan, 'drawn' | 'habits'>, share: number): number {
  if (drawn) return through(drawn, share);
  const { begins, climbs, ends } = habits.course;
  return share < HEIGHT
    ? begins + ((climbs - begins) * share) / HEIGHT
    : climbs + ((ends - climbs) * (share - HEIGHT)) / (1 - HEIGHT);
}

/** Where a solo stands with its theme. */
export type Stage = 'theme' | 'away' | 'home';

/** Where a solo stands with its theme. @param share how far through its section, 0 to 1. */
export const stageAt = (share: number): Stage =>
  share < LEAVES ? 'theme' : share < RETURNS ? 'away' : 'home';
