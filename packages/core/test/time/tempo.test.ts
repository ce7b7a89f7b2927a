/** The tempo map, against the integral it stands for. */
import fc from 'fast-check';
import { sectionBars } from '@backline/core/time/bars';
import { tempoMap, type TempoPoint } from '@backline/core/time/tempo';
import { tempoPoints } from '@backline/core/time/tempos';

/** Points in order of time, steady ones and ramps. */
const anyPoints: fc.Arbitrary<TempoPoint[]> = fc
  .array(
    fc.record({
      gap: fc.integer({ min: 1, max: 4000 }),
      tempo: fc.integer({ min: 15, max: 450 }),
      to: fc.option(fc.integer({ min: 15, max: 450 }), { nil: undefined }),
    }),
    { minLength: 1, maxLength: 12 },
  )
  .map((list) => {
    let tick = 0;
    return list.map(({ gap, tempo, to }, i) => {
      tick += i === 0 ? 0 : gap;
      return { tick, tempo, ...(to === undefined ? {} : { to }) };
    });
  });

/**
 * The least and the most seconds that may pass until a tick: within a tick the tempo only rises or
 * only falls, so each tick lasts between what its fastest and its slowest moment would make it.
 */
function bounds(map: ReturnType<typeof tempoMap>, until: number): { least: number; most: number } {
  let [least, most] = [0, 0];
  for (let tick = 0; tick < until; tick++) {
    const ends = [map.tempoAt(tick), map.tempoAt(tick + 1 - 1e-6)];
    least += 60 / (480 * Math.max(...ends));
    most += 60 / (480 * Math.min(...ends));
  }
  return { least, most };
}

it('ticks to seconds and back are the same, in any song', () => {
  fc.assert(
    fc.property(anyPoints, fc.integer({ min: 0, max: 60_000 }), (points, tick) => {
      const map = tempoMap(points);
      expect(map.tickAt(map.secondsAt(tick))).toBeCloseTo(tick, 5);
    }),
  );
});

it('time never goes backwards, and is what its tempos add up to', () => {
  fc.assert(
    fc.property(anyPoints, (points) => {
      const map = tempoMap(points);
      const end = points[points.length - 1]!.tick + 960;
      let before = 0;
      for (let tick = 60; tick <= end; tick += 60) {
        expect(map.secondsAt(tick)).toBeGreaterThan(before);
        before = map.secondsAt(tick);
      }
      const { least, most } = bounds(map, end);
      expect(map.secondsAt(end)).toBeGreaterThan(least * (1 - 1e-6));
      expect(map.secondsAt(end)).toBeLessThan(most * (1 + 1e-6));
    }),
    { numRuns: 30 },
  );
});

it('a ritardando from 120 to 60 over a bar takes as long as its integral says', () => {
  const map = tempoMap([
    { tick: 0, tempo: 120, to: 60 },
    { tick: 1920, tempo: 60 },
  ]);
  // Four beats whose tempo falls evenly: 4 · ln 2 / (120 − 60) minutes.
  expect(map.secondsAt(1920)).toBeCloseTo((4 * Math.LN2 * 60) / 60, 9);
  expect([map.tempoAt(0), map.tempoAt(960), map.tempoAt(1920)]).toEqual([120, 90, 60]);
  expect(map.secondsAt(-480)).toBe(-0.5);
});

it('a section goes from one tempo to another over its bars, and never past its end', () => {
  const of = (changes: object[], bars = 4) =>
    sectionBars({ bars, changes: changes as never, ownLengths: [] }, { key: 'C', metre: '4/4', tempo: 120 });
  const tempos = (list: ReturnType<typeof of>) => list.map((b) => [b.tempo, b.tempoTo]);
  expect(tempos(of([{ bar: 1, tempo: 60, over: 2 }]))).toEqual([
    [120, 120], [120, 90], [90, 60], [60, 60],
  ]); // prettier-ignore
  expect(tempos(of([{ bar: 2, tempo: 60, over: 9 }]))[3]).toEqual([90, 60]);
  // Set anew half-way it jumps; eighths keep their pace where only the metre changes.
  expect(tempos(of([{ bar: 0, tempo: 60, over: 4 }, { bar: 2, tempo: 100 }]))[2]).toEqual([100, 100]); // prettier-ignore
  const mixed = of([{ bar: 1, metre: '6/8' }, { bar: 2, tempo: 80 }]); // prettier-ignore
  expect(mixed.map((b) => b.tempo)).toEqual([120, 120, 120, 120]);
  expect(tempoPoints(of([{ bar: 1, tempo: 60, over: 1 }]))).toEqual([
    { tick: 0, tempo: 120 },
    { tick: 1920, tempo: 120, to: 60 },
    { tick: 3840, tempo: 60 },
  ]);
});
