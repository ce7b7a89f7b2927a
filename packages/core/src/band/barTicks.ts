/** Where the bars of a song that was changed have gone, in ticks: for the playhead, which stays with what it plays. */
import { placeAfter, type BarMoves } from '../song/barMoves';
import type { TickMove } from '../time/tickMoves';
import type { BandBar } from './index';

type Placed = Pick<BandBar, 'playing' | 'sectionId' | 'index' | 'start' | 'length'>;

const key = (section: string, bar: number): string => `${section}/${bar}`;

/** Bars by what they are, each list in order of time. */
function byPlace(bars: readonly Placed[]): Map<string, Placed[]> {
  const found = new Map<string, Placed[]>();
  for (const bar of bars) {
    const list = found.get(key(bar.sectionId, bar.index));
    if (list) list.push(bar);
    else found.set(key(bar.sectionId, bar.index), [bar]);
  }
  return found;
}

/**
 * Runs of ticks that are elsewhere now, in order; none where every bar is where it was. A bar that is gone leads to the
 * next one that is still there.
 */
export function tickMoves(
  before: readonly Placed[],
  now: readonly Placed[],
  moves: BarMoves,
): readonly TickMove[] {
  const places = byPlace(now);
  const runs: TickMove[] = [];
  /** Where bars lead that are gone, seen from behind. */
  let next: Placed | null = null;
  for (let i = before.length - 1; i >= 0; i--) {
    const old = before[i]!;
    const place = placeAfter({ section: old.sectionId, bar: old.index }, moves);
    const there = (place && places.get(key(place.section, place.bar))) ?? [];
    // The same playing of it; where that has another name now, the nearest.
    const same = there.find((bar) => bar.playing === old.playing) ?? there[0] ?? null;
    const length = same ? Math.min(old.length, same.length) : 0;
    const to = (same ?? next)?.start;
    if (same) next = same;
    if (to !== undefined) {
      runs.push({ from: old.start, until: old.start + old.length, to, length });
    }
  }
  return joined(runs.reverse()).filter(
    ({ from, until, to, length }) => to !== from || length !== until - from,
  );
}

/** Runs that go on where the one before ends, there as here, as one. */
function joined(runs: readonly TickMove[]): TickMove[] {
  const all: TickMove[] = [];
  for (const run of runs) {
    const last = all[all.length - 1];
    const isWhole = last && last.length === last.until - last.from && run.length === run.until - run.from;
    if (isWhole && last.until === run.from && last.to + last.length === run.to) {
      all[all.length - 1] = { ...last, until: run.until, length: last.length + run.length };
    } else all.push(run);
  }
  return all;
}
