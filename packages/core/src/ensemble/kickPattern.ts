/** Where kick and bass strike together: the kicks of the drums' pattern, and the chords that are felt early. */
import { isConditional, type Grid, type TimedEvent } from '../style/pattern';
import type { Bar } from '../time/bars';
import { EIGHTH } from '../time/ticks';
import { carriedCells, scatter } from '../timeline/patternCells';
import type { Mark } from '../timeline/agreement';
import type { PartVoice } from '../timeline/unisonParts';
import type { Occurrence } from '../timeline/occurrences';
import type { SettingsSpan } from '../timeline/settings';

/** Kicks of a stretch as they were laid out last. */
const known = new WeakMap<
  readonly Grid[],
  Map<string, { readonly bars: readonly Bar[]; readonly ticks: readonly number[] }>
>();

function kicksOf(
  grids: readonly Grid<TimedEvent>[],
  { start, end, settings }: SettingsSpan,
  bars: readonly Bar[],
): readonly number[] {
  const { pace, density } = settings;
  const key = `${start}/${end}/${pace}/${density}/${bars.length}`;
  let of = known.get(grids);
  if (!of) known.set(grids, (of = new Map()));
  const found = of.get(key);
  if (found?.bars === bars) return found.ticks;
  const cells = carriedCells({ bars, firstBar: 0 }, start, end);
  const struck = scatter(grids, cells, pace, start)
    // What is not struck every time is nothing to agree on.
    .filter(({ event }) => event.minDensity <= density && !isConditional(event))
    .map((e) => e.start);
  const ticks = inOrder(struck);
  if (of.size > 50) of.clear();
  of.set(key, { bars, ticks });
  return ticks;
}

/** The kicks as the marks leave them: one where a chord is felt, none on the beat it comes from. Both in order. */
function marked(ticks: readonly number[], marks: readonly Mark[]): readonly number[] {
  if (!marks.length) return ticks;
  const struck: number[] = [];
  let mark = 0;
  for (const tick of ticks) {
    while (mark < marks.length && marks[mark]!.beat < tick) struck.push(marks[mark++]!.at);
    if (!marks[mark] || tick <= marks[mark]!.at - EIGHTH / 2) struck.push(tick);
  }
  return [...struck, ...marks.slice(mark).map(({ at }) => at)];
}

const inOrder = (ticks: readonly number[]): number[] => [...new Set(ticks)].sort((a, b) => a - b);

/** Where bass and kick strike together, ticks from the start of an occurrence, in order; null where nobody plays a beat, or nobody listens to it. */
export function kickPatternOf(
  occurrence: Occurrence,
  players: readonly (PartVoice | null)[],
  marks: readonly Mark[],
): readonly number[] | null {
  for (const player of players) {
    const skeleton = player?.kind.skeleton;
    if (!player || !skeleton) continue;
    const on = player.settingsSpans.filter((s) => s.settings.on);
    if (!on.length) continue;
    const kicks = on.map((stretch) => kicksOf(skeleton(stretch.pattern), stretch, occurrence.bars));
    return marked(kicks.length === 1 ? kicks[0]! : kicks.flat(), marks);
  }
  return null;
}
