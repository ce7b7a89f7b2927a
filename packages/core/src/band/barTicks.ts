/** Where the bars of a song that was changed have gone, in ticks: for the playhead, which stays with what it plays. */
import { placeAfter, type BarMoves } from '../song/barMoves';
import type { TickMove } from '../time/tickMoves';
import type { BandBar } from './index';
import type { BarIndex } from '../units/units';

type PlacedBar = Pick<BandBar, 'occurrenceKey' | 'sectionId' | 'index' | 'start' | 'length'>;

const placeKey = (section: string, bar: BarIndex): string => `${section}/${bar}`;
const exactKey = (playing: string, place: string): string => `${playing} ${place}`;

/** Bars of a song that was changed, by what they are and by where they begin. */
interface Index {
  /** By playing and place. */
  readonly exact: ReadonlyMap<string, PlacedBar>;
  /** By place, in order of time. */
  readonly places: ReadonlyMap<string, readonly PlacedBar[]>;
  readonly starts: ReadonlyMap<number, PlacedBar>;
}

function indexOf(bars: readonly PlacedBar[]): Index {
  const exact = new Map<string, PlacedBar>();
  const places = new Map<string, PlacedBar[]>();
  const starts = new Map<number, PlacedBar>();
  for (const bar of bars) {
    const place = placeKey(bar.sectionId, bar.index);
    exact.set(exactKey(bar.occurrenceKey, place), bar);
    starts.set(bar.start, bar);
    const list = places.get(place);
    if (list) list.push(bar);
    else places.set(place, [bar]);
  }
  return { exact, places, starts };
}

/** What a bar has become: in the same playing of it; else, where a cut or a join has another name for what is played, what stands where it stood; else the nearest before what follows it. */
function heirOf(
  old: PlacedBar,
  place: string,
  { exact, places, starts }: Index,
  next: PlacedBar | null,
): PlacedBar | null {
  const same = exact.get(exactKey(old.occurrenceKey, place));
  if (same) return same;
  const here = starts.get(old.start);
  if (here?.length === old.length) return here;
  const there = places.get(place) ?? [];
  return there.findLast((bar) => next === null || bar.start < next.start) ?? there[0] ?? null;
}

const isWhereItWas = (a: PlacedBar, b: PlacedBar | undefined): boolean =>
  a === b ||
  (a.start === b?.start &&
    a.length === b.length &&
    a.occurrenceKey === b.occurrenceKey &&
    a.sectionId === b.sectionId &&
    a.index === b.index);

/**
 * Runs of ticks that are elsewhere now, in order; none where every bar is where it was. A bar that is gone leads to the
 * next one that is still there.
 */
export function tickMoves(
  before: readonly PlacedBar[],
  now: readonly PlacedBar[],
  moves: BarMoves,
): readonly TickMove[] {
  // Most edits move no bar.
  if (!moves.length && before.every((bar, i) => isWhereItWas(bar, now[i]))) return [];
  const index = indexOf(now);
  const runs: TickMove[] = [];
  /** Where bars lead that are gone, seen from behind. */
  let next: PlacedBar | null = null;
  for (let i = before.length - 1; i >= 0; i--) {
    const old = before[i]!;
    const place = placeAfter({ section: old.sectionId, bar: old.index }, moves);
    const heir: PlacedBar | null = place && heirOf(old, placeKey(place.section, place.bar), index, next);
    const length = heir ? Math.min(old.length, heir.length) : 0;
    const to = (heir ?? next)?.start;
    if (heir) next = heir;
    if (to !== undefined) runs.push({ from: old.start, until: old.start + old.length, to, length });
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
