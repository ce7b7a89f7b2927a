/** Where kick and bass strike together: the kicks of the drums' pattern, and the chords that are felt early. */
import type { Grid, Timed } from '../style/pattern';
import type { Bar } from '../time/bars';
import { EIGHTH } from '../time/ticks';
import { carriedCells, scatter } from '../timeline/cells';
import type { Mark } from '../timeline/agreement';
import type { Player } from '../timeline/doubles';
import type { Pass } from '../timeline/passes';
import type { Stretch } from '../timeline/settings';

/** Kicks of a stretch as they were laid out last. */
const known = new WeakMap<
  readonly Grid[],
  Map<string, { readonly bars: readonly Bar[]; readonly ticks: readonly number[] }>
>();

function kicksOf(
  grids: readonly Grid<Timed>[],
  { start, end, settings }: Stretch,
  bars: readonly Bar[],
): readonly number[] {
  const { feel, density } = settings;
  const key = `${start}/${end}/${feel}/${density}/${bars.length}`;
  let of = known.get(grids);
  if (!of) known.set(grids, (of = new Map()));
  const found = of.get(key);
  if (found?.bars === bars) return found.ticks;
  const cells = carriedCells({ bars, firstBar: 0 }, start, end);
  const ticks = scatter(grids, cells, feel, start)
    .filter(({ event }) => event.level <= density)
    .map((e) => e.start);
  if (of.size > 50) of.clear();
  of.set(key, { bars, ticks });
  return ticks;
}

/** The kicks as the marks leave them: one where a chord is felt, none on the beat it comes from. */
function marked(ticks: readonly number[], marks: readonly Mark[]): number[] {
  const left = ticks.filter((tick) => !marks.some(({ at, beat }) => tick > at - EIGHTH / 2 && tick <= beat));
  return [...new Set([...left, ...marks.map(({ at }) => at)])].sort((a, b) => a - b);
}

/** Null where nobody plays a beat, or nobody listens to it. */
export function skeletonOf(
  pass: Pass,
  players: readonly (Player | null)[],
  marks: readonly Mark[],
): readonly number[] | null {
  for (const player of players) {
    const skeleton = player?.kind.skeleton;
    if (!player || !skeleton) continue;
    const on = player.stretches.filter((s) => s.settings.on);
    if (!on.length) continue;
    return marked(
      on.flatMap((stretch) => kicksOf(skeleton(stretch.pattern), stretch, pass.bars)),
      marks,
    );
  }
  return null;
}
