/** Notes on the grid on which they are read: quarter by quarter in halves of halves, or in thirds. */
import type { BandBar } from '../../band/index';
import type { BandNote, NoteContext } from '../../band/bandNote';
import { PPQ } from '../../time/ticks';
import { barIndexAt } from '../../time/bars';
import type { MidiNote, Ticks } from '../../units/units';

/** What is read as one: tones struck together, from where to where, ticks from the song's start. */
export interface StaffNote {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly pitches: readonly MidiNote[];
  readonly context: NoteContext;
  /** The notes themselves, as they came. */
  readonly notes: readonly BandNote[];
}

/** The steps of a quarter, plainest first, ticks: sixteenths, thirds, thirty-seconds, sixths. */
const STEPS: readonly Ticks[] = [PPQ / 4, PPQ / 3, PPQ / 8, PPQ / 6];
/** What lies so near to a step is read as on it. */
const NEAR: Ticks = 15;
/** A rest shorter than this behind a note is no rest, but how it is touched. */
const LEAST_REST: Ticks = PPQ / 4;

const off = (place: Ticks, step: Ticks): Ticks => Math.abs(place - step * Math.round(place / step));

/** The step in which a quarter is read, by the places in it; ticks. */
function stepFor(places: readonly Ticks[], size: Ticks): Ticks {
  const fitting = size % PPQ === 0 ? STEPS : STEPS.filter((step) => size % step === 0);
  const error = (step: Ticks): Ticks => Math.max(0, ...places.map((place) => off(place, step)));
  return (
    fitting.find((step) => error(step) <= NEAR) ??
    fitting.reduce((a, b) => (error(b) < error(a) ? b : a), fitting[0]!)
  );
}

/** True where a step parts a quarter in thirds. */
export const isInThirds = (step: Ticks): boolean => PPQ % step === 0 && (PPQ / step) % 3 === 0;

/** The steps in which a bar is read, quarter by quarter; the last one may be shorter. */
export interface BarGrid {
  readonly start: Ticks;
  readonly length: Ticks;
  readonly steps: readonly Ticks[];
}

/** The grids of bars, by what begins in them. */
function gridsOf(bars: readonly BandBar[], notes: readonly BandNote[]): BarGrid[] {
  const places = bars.map(({ length }) => Array.from({ length: Math.ceil(length / PPQ) }, (): Ticks[] => []));
  for (const { at } of notes) {
    const index = barIndexAt(bars, at);
    const place = at - bars[index]!.start;
    places[index]![Math.min(places[index]!.length - 1, Math.floor(place / PPQ))]!.push(place % PPQ);
  }
  return bars.map(({ start, length }, i) => ({
    start,
    length,
    steps: places[i]!.map((own, quarter) => stepFor(own, Math.min(PPQ, length - quarter * PPQ))),
  }));
}

/** The place on the grid nearest to a tick. */
function placed(grids: readonly BarGrid[], tick: Ticks): Ticks {
  const grid = grids[barIndexAt(grids, tick)]!;
  const place = tick - grid.start;
  if (place >= grid.length) return grid.start + grid.length;
  const quarter = Math.min(grid.steps.length - 1, Math.floor(place / PPQ));
  const step = grid.steps[quarter]!;
  const to = quarter * PPQ + step * Math.round((place - quarter * PPQ) / step);
  return grid.start + Math.min(grid.length, to);
}

/** Notes of one part as they are read, one voice: what is struck ends where the next is struck. */
export function onStaffGrid(
  notes: readonly BandNote[],
  bars: readonly BandBar[],
): { readonly grids: readonly BarGrid[]; readonly struck: readonly StaffNote[] } {
  const sounding = notes.filter(({ length }) => length > 0);
  const grids = gridsOf(bars, sounding);
  const byPlace = new Map<Ticks, BandNote[]>();
  for (const note of [...sounding].sort((a, b) => a.at - b.at)) {
    const at = placed(grids, note.at);
    byPlace.set(at, [...(byPlace.get(at) ?? []), note]);
  }
  const last = bars[bars.length - 1]!;
  const end = last.start + last.length;
  const places = [...byPlace].filter(([at]) => at < end).sort(([a], [b]) => a - b);
  const struck = places.map(([from, own], i): StaffNote => {
    const next = places[i + 1]?.[0] ?? end;
    const until = placed(grids, Math.max(...own.map(({ at, length }) => at + length)));
    return {
      from,
      to: next - until < LEAST_REST || until <= from ? next : until,
      pitches: [...new Set(own.map(({ pitch }) => pitch))].sort((a, b) => a - b),
      context: own[0]!.context,
      notes: own,
    };
  });
  return { grids, struck };
}
