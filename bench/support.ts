/** Median times of several runs, taken in turn so that a drifting machine drifts for all; warmed up first. Milliseconds. */
export function medians(runs: readonly (() => void)[], times = 21, warm = 8): number[] {
  const took: number[][] = runs.map(() => []);
  for (let i = 0; i < warm + times; i++) {
    runs.forEach((run, r) => {
      const started = performance.now();
      run();
      if (i >= warm) took[r]!.push(performance.now() - started);
    });
  }
  return took.map((list) => list.sort((a, b) => a - b)[Math.floor(times / 2)]!);
}

export const ms = (value: number): string => `${value.toFixed(2)} ms`;
