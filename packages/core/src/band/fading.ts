/** The song's end as it fades: every part's expression falls evenly with the bars, whatever swells in it. */
import { AT_REST, type Gesture } from '../groove/gestures';
import type { Song } from '../song/schema';
import { USUAL_FADE } from '../song/choices';
import { PPQ } from '../time/ticks';
import type { Bar } from '../time/bars';

/** Ticks between two steps of a fade. */
const STEP = PPQ / 2;

/** From where to where a song fades, ticks; null where it does not. */
export function fadeOf(
  { ending, close }: Pick<Song, 'ending' | 'close'>,
  bars: readonly Pick<Bar, 'start' | 'length'>[],
): readonly [from: number, until: number] | null {
  const last = bars[bars.length - 1];
  if (ending !== 'fade' || !last) return null;
  const first = bars[Math.max(0, bars.length - (close?.fade ?? USUAL_FADE))]!;
  return [first.start, last.start + last.length];
}

/** A part's gestures with the fade over them; it ends at rest, for whatever is played next. */
export function faded(gestures: readonly Gesture[], fade: ReturnType<typeof fadeOf>): readonly Gesture[] {
  if (!fade) return gestures;
  const [from, until] = fade;
  const swells = gestures.filter((g) => g.moves === 'expression');
  const kept = gestures.filter((g) => g.moves !== 'expression' || g.start < from);
  const steps: Gesture[] = [];
  let at = 0;
  let held = AT_REST.expression;
  for (let tick = from; tick < until; tick += STEP) {
    for (; at < swells.length && swells[at]!.start <= tick; at++) held = swells[at]!.value;
    const share = 1 - (tick - from) / (until - from);
    steps.push({ start: tick, moves: 'expression', value: Math.round(held * share) });
  }
  steps.push({ start: until, moves: 'expression', value: AT_REST.expression });
  return [...kept, ...steps].sort((a, b) => a.start - b.start);
}
