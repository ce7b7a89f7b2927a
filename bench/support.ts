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

const LINE = 'Am7 D7 | Gmaj7 C | F#m7b5 B7 | Em E7';

/** A chart of so many bars in sections of at most 64. */
export function longChart(bars: number): string {
  const sections: string[] = [];
  for (let left = bars; left > 0; left -= 64) {
    const lines = Math.min(left, 64) / 4;
    sections.push(`[Part ${sections.length + 1}]\n${Array(lines).fill(LINE).join('\n')}`);
  }
  return `title: Long\nkey: G\n\n${sections.join('\n\n')}`;
}
