/** Keys a root answers for: half way to its neighbours on both sides. */
export function keysOf(
  roots: readonly number[],
  index: number,
  lowest: number,
  highest: number,
): readonly [number, number] {
  const [before, here, after] = [roots[index - 1], roots[index]!, roots[index + 1]];
  return [
    before === undefined ? lowest : Math.floor((before + here) / 2) + 1,
    after === undefined ? highest : Math.floor((here + after) / 2),
  ];
}
