/**
 * The cheapest path through one layer of candidates after another (Viterbi). Ties go to the
 * earlier candidate, so the result is the same on every machine.
 */
export function cheapestPath<T>(
  layers: readonly (readonly T[])[],
  standing: (item: T) => number,
  moving: (from: T, to: T) => number,
): T[] {
  if (!layers.length) return [];
  let totals = layers[0]!.map(standing);
  const back: number[][] = [];
  for (let i = 1; i < layers.length; i++) {
    const before = layers[i - 1]!;
    const steps: number[] = [];
    const sums = layers[i]!.map((item) => {
      let best = 0;
      let bestCost = Infinity;
      for (let k = 0; k < before.length; k++) {
        const cost = totals[k]! + moving(before[k]!, item);
        if (cost < bestCost) [best, bestCost] = [k, cost];
      }
      steps.push(best);
      return bestCost + standing(item);
    });
    back.push(steps);
    totals = sums;
  }
  let at = totals.indexOf(Math.min(...totals));
  const path: T[] = [];
  for (let i = layers.length - 1; i >= 0; i--) {
    path.unshift(layers[i]![at]!);
    if (i > 0) at = back[i - 1]![at]!;
  }
  return path;
}
