/** Times of patterns are exact: every onset of the library stands, in every metre, at a place that its pattern can mean. */
import { LIBRARY } from '@backline/core/patternLibrary/index';
import { nearestPlace, placeSchema, type Grid, type TimedEvent } from '@backline/core/style/pattern';
import { carriedCells, gridFor, scatter, ticksInto } from '@backline/core/timeline/patternCells';
import { adaptedShare } from '@backline/core/time/beatMap';
import { wholeBar, type Bar } from '@backline/core/time/bars';
import { METRE_NAMES } from '@backline/core/time/metre';
import type { LinePattern } from '@backline/core/parts/lines/pattern';

/** What a file can mean: twelfths and sixteenths of a quarter note. */
const MEANT = [12, 16].flatMap((parts) => Array.from({ length: parts }, (_, i) => [i, parts] as const));

/** The ticks within a beat of a length at which something written in a grid of beats of a kind can stand. */
function placesIn(length: number, fromDotted: boolean): Set<number> {
  const isDotted = length >= 720;
  const unit = fromDotted ? 1.5 : 1;
  const shares = [0, 1].flatMap((quarter) => MEANT.map(([i, parts]) => (quarter + i / parts) / unit));
  return new Set(
    shares
      .filter((share) => share < 1 - 1e-9)
      .map((share) => Math.round(adaptedShare(share, fromDotted, isDotted) * length)),
  );
}

const bars = (metre: string): Bar[] => {
  const frame = wholeBar(metre, 'C');
  return [0, 1, 2, 3].map((i) => ({ ...frame, start: i * frame.length, tempo: 100, tempoTo: 100 }));
};

const patterns = [...LIBRARY].flatMap(([kind, all]) => all.map((pattern) => ({ kind, pattern })));

describe.each(METRE_NAMES)('in %s', (metre) => {
  it('every onset of every pattern with events stands where it can be meant', () => {
    const all = bars(metre);
    const end = all[3]!.start + all[3]!.length;
    const cells = carriedCells({ bars: all, firstBar: 0 }, 0, end);
    const astray: unknown[] = [];
    for (const { kind, pattern } of patterns) {
      const { grids } = pattern as { grids?: readonly Grid<TimedEvent>[] };
      if (!grids) continue;
      for (const cell of cells) {
        const { of } = gridFor(grids, cell.beats, cell.size);
        let at = cell.origin;
        const beats = cell.beats.map((length) => ({ from: at, length, until: (at += length) }));
        for (const { start } of scatter(grids, [cell], 'as written', 0)) {
          const beat = beats.find(({ from, until }) => start >= from && start < until)!;
          const places = placesIn(beat.length, of === 'dotted');
          if (!places.has(start - beat.from)) astray.push([kind, pattern.id, metre, start - beat.from]);
        }
      }
    }
    expect(astray).toEqual([]);
  });
});

it('the notes of every line’s rhythms are exact, in plain beats and in dotted ones', () => {
  for (const { pattern } of patterns) {
    const { cells } = pattern as Partial<LinePattern>;
    for (const { notes } of cells ?? []) {
      for (const [at] of notes) {
        for (const length of [480, 720]) {
          const ticks = Math.round(ticksInto([length, length, length], at, false));
          expect([pattern.id, placesIn(length, false).has(ticks % length)]).toEqual([pattern.id, true]);
        }
      }
    }
  }
});

it('three thirds of a dotted beat are its three eighths', () => {
  const thirds = [0, 1, 2].map((i) => Math.round(ticksInto([720], placeSchema.parse(`${i}/3`), false)));
  expect(thirds).toEqual([0, 240, 480]);
});

it.each([
  ['1/3', 1 / 3],
  ['5/12', 5 / 12],
  [0.333333, 1 / 3],
  [0.33, 1 / 3],
  [1.6667, 5 / 3],
  [0.125, 0.125],
  [0.0625, 0.0625],
  [0.08, 1 / 12],
  [3.75, 3.75],
])('%s is read as %d', (written, meant) => expect(placeSchema.parse(written)).toBe(meant));

it.each(['1/0', '-1/3', '1/3/4', 'x', '999/1', -1, 65, NaN, '1/3 '])('%s is no time', (written) =>
  expect(placeSchema.safeParse(written).success).toBe(false),
);

it('what is near neither a twelfth nor a sixteenth goes to the nearer of them', () => {
  expect(nearestPlace(0.29)).toBe(5 / 16);
  expect(nearestPlace(0.27)).toBe(0.25);
});
