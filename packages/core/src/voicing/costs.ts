/** Costs of a voicing and of going from one to the next. The unit is one semitone of movement in one voice. */
export const COST = {
  /** For each semitone the lowest tone lies off the register. */
  register: 0.9,
  /** For each semitone the mean distance of neighbours lies off the spread. */
  spread: 3,
  /** For each pair of neighbours closer than a fifth below C3, or a second below E3. */
  muddy: 14,
  /** For neighbours a half step apart at the top of the voicing. */
  topRub: 3,
  /** For a leap in any voice beyond a fourth, each semitone. */
  leap: 3,
  /** For the top line beyond a whole step, each semitone. */
  topLeap: 0.6,
  /** For a slash bass that is not the lowest tone where no bass part plays it. */
  bassNotLowest: 60,
  /** For doubling another tone than the first choice. */
  secondDoubling: 1.5,
} as const;

/** Common practice for keyboard and ensembles: fifths below C3, no seconds below E3. */
const LOWEST_THIRD = 48;
const LOWEST_SECOND = 52;

/** Number of neighbouring pairs too close for how low they lie. */
export function muddyPairs(pitches: readonly number[]): number {
  let count = 0;
  for (let i = 0; i + 1 < pitches.length; i++) {
    const low = pitches[i]!;
    const gap = pitches[i + 1]! - low;
    if ((low < LOWEST_THIRD && gap < 7) || (low < LOWEST_SECOND && gap < 3)) count++;
  }
  return count;
}

/** Mean distance of neighbouring tones in semitones; 0 for a single tone. */
export const meanSpread = (pitches: readonly number[]): number =>
  pitches.length < 2 ? 0 : (pitches[pitches.length - 1]! - pitches[0]!) / (pitches.length - 1);

/** What a voicing costs by itself. */
export function standingCost(pitches: readonly number[], aim: { register: number; spread: number }): number {
  const top = pitches.length - 1;
  const topGap = top > 0 ? pitches[top]! - pitches[top - 1]! : 12;
  return (
    COST.register * Math.abs(pitches[0]! - aim.register) +
    COST.spread * Math.abs(meanSpread(pitches) - aim.spread) +
    COST.muddy * muddyPairs(pitches) +
    (topGap === 1 ? COST.topRub : 0)
  );
}

/** Total movement of the voices between two voicings, semitones; unequal counts match to the nearest tone. */
export function movement(a: readonly number[], b: readonly number[]): number {
  if (a.length === b.length) {
    let sum = 0;
    for (let i = 0; i < a.length; i++) sum += Math.abs(a[i]! - b[i]!);
    return sum;
  }
  const [few, many] = a.length < b.length ? [a, b] : [b, a];
  let sum = 0;
  for (const pitch of many) {
    let nearest = Infinity;
    for (const other of few) nearest = Math.min(nearest, Math.abs(pitch - other));
    sum += nearest;
  }
  return sum;
}

/** What going from one voicing to the next costs. */
export function movingCost(a: readonly number[], b: readonly number[]): number {
  let cost = movement(a, b);
  if (a.length === b.length) {
    for (let i = 0; i < a.length; i++) {
      const leap = Math.abs(a[i]! - b[i]!);
      if (leap > 5) cost += COST.leap * (leap - 5);
    }
  }
  const top = Math.abs(a[a.length - 1]! - b[b.length - 1]!);
  return cost + (top > 2 ? COST.topLeap * (top - 2) : 0);
}
