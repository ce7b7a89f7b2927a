/**
 * The cheapest path through one layer of candidates after another (Viterbi). Ties go to the
 * earlier candidate, so the result is the same on every machine.
 * @param moving cost of going to a layer, from a candidate of the one before, by their indices.
 */
export function cheapestPath<T>(
  layers: readonly (readonly T[])[],
  standing: (item: T) => number,
  moving: (layer: number, from: number, to: number) => number,
): T[] {
  if (!layers.length) return [];
  let totals = layers[0]!.map(standing);
  const back: number[][] = [];
  for (let i = 1; i < layers.length; i++) {
    const own = layers[i]!;
    const steps: number[] = [];
    const sums: number[] = [];
    for (let j = 0; j < own.length; j++) {
      let best = 0;
      let bestCost = Infinity;
      for (let k = 0; k < totals.length; k++) {
        const cost = totals[k]! + moving(i, k, j);
        if (cost < bestCost) {
          best = k;
          bestCost = cost;
        }
      }
      steps.push(best);
      sums.push(bestCost + standing(own[j]!));
    }
    back.push(steps);
    totals = sums;
  }
  let at = totals.indexOf(Math.min(...totals));
  const path: T[] = [];
  for (let i = layers.length - 1; i >= 0; i--) {
    path.push(layers[i]![at]!);
    if (i > 0) at = back[i - 1]![at]!;
  }
  return path.reverse();
}
