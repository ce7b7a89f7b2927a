/** The tempo map as a file has it: steps, each the mean of what it stands for, so that every beat falls when it should. */
import type { Band } from '../../band';
import { tempoMap } from '../../time/tempo';
import { EIGHTH, PPQ } from '../../time/ticks';
import { tempoPoints } from '../../time/tempos';
import type { Ticks } from '../../units/units';

/** Microseconds a quarter note from a tick on. */
export interface TempoStep {
  readonly tick: Ticks;
  readonly microseconds: number;
}

/** Steps of a ramp are an eighth long. Rounding never adds up: each ends where the map says. */
export function tempoSteps(bars: Band['bars']): TempoStep[] {
  const points = tempoPoints(bars);
  const map = tempoMap(points);
  const steps: TempoStep[] = [];
  points.forEach((point, i) => {
    const next = points[i + 1];
    if (point.to === undefined || !next) {
      steps.push({ tick: point.tick, microseconds: Math.round(60e6 / point.tempo) });
      return;
    }
    for (let tick = point.tick; tick < next.tick; tick += EIGHTH) {
      const end = Math.min(tick + EIGHTH, next.tick);
      const seconds = map.secondsAt(end) - map.secondsAt(tick);
      steps.push({ tick, microseconds: Math.round((seconds * 1e6 * PPQ) / (end - tick)) });
    }
  });
  return steps;
}
