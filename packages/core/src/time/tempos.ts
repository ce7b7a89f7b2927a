import type { TempoPoint } from './tempo';
import type { Bar } from './bars';

/** Points of the tempo map through a song, one where it changes. */
export function tempoPoints(
  bars: readonly Pick<Bar, 'start' | 'length' | 'tempo' | 'tempoTo'>[],
): TempoPoint[] {
  const points: TempoPoint[] = [];
  let held = NaN;
  for (const { start, tempo, tempoTo } of bars) {
    const before = points[points.length - 1];
    const isRamp = tempo !== tempoTo;
    if (isRamp) points.push({ tick: start, tempo, to: tempoTo });
    else if (tempo !== held || before?.to !== undefined) points.push({ tick: start, tempo });
    held = tempoTo;
  }
  const last = bars[bars.length - 1];
  if (last && last.tempo !== last.tempoTo) {
    points.push({ tick: last.start + last.length, tempo: last.tempoTo });
  }
  return points;
}
