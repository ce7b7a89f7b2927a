/** How a section is told from its first bar to its last: strength, and where its phrases turn. */
import type { Song } from '../song/schema';
import type { BarTerms, Into } from '../timeline/agreement';
import type { Occurrence } from '../timeline/occurrences';
import { liftOf } from './roles';
import type { BarIndex, Velocity } from '../units/units';

/** Velocity between a section that stands at 0 and one at 1. */
const LIFT = 11;
/** A section grows by so much from its first bar to its last, and a repeat of it stands above the one before. */
const GROWTH = 8;
const AGAIN = 2;
const MOST_AGAIN = 6;

/** Phrases of four bars turn a little, of eight more. */
const PHRASE = 4;

const turnOf = (bar: BarIndex, bars: number): BarTerms['turn'] => {
  if (bar === bars - 1 || (bar + 1) % (2 * PHRASE) === 0) return bars > 1 ? 'large' : 'none';
  return (bar + 1) % PHRASE === 0 ? 'small' : 'none';
};

/**
 * Strength of each bar.
 * @param builds how far sections rise and fall, 1 as usual; at 0 phrases turn, and all bars are equally strong.
 * @param more velocity by which the song's arc has it stronger.
 */
export function barTerms(occurrence: Occurrence, builds: number, more: Velocity): BarTerms[] {
  const count = occurrence.bars.length;
  const base = LIFT * liftOf(occurrence.section) + Math.min(MOST_AGAIN, AGAIN * occurrence.repeat);
  return occurrence.bars.map((_, i) => ({
    strength: Math.round(builds * (base + GROWTH * (count > 1 ? i / (count - 1) - 0.5 : 0)) + more) || 0,
    turn: turnOf(i, count),
  }));
}

/** What a playing leads into; null where the song ends without an end. */
export function intoOf(
  occurrence: Occurrence,
  next: Occurrence | undefined,
  ending: Song['ending'],
): Into | null {
  if (!next) return ending === 'open' || ending === 'fade' ? null : 'ending';
  if (!next.entersNew) return 'repeat';
  return liftOf(next.section) < liftOf(occurrence.section) ? 'drop' : 'section';
}

/** How many levels of density a section stands above what is set for the song. */
export const densityLift = (occurrence: Occurrence): number => (liftOf(occurrence.section) >= 1 ? 1 : 0);
