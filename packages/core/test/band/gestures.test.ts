/** Gestures of windows put together are those of the whole gone through from its first to its last. */
import fc from 'fast-check';
import { fromRest, gliding, gesturesAt, joined } from '@backline/core/band/gestures';
import { AT_REST, type Gesture, type Moved } from '@backline/core/groove/gestures';

const THINGS = ['bend', 'expression', 'pedal', 'gainOffset'] as const satisfies readonly Moved[];

const anyGesture = fc.record({
  start: fc.integer({ min: -2, max: 12 }),
  moves: fc.constantFrom(...THINGS),
  value: fc.constantFrom(0, 64, 127),
});

/** Windows of ten ticks, some of which begin a little early, or move nothing. */
const anyWindows = fc.array(
  fc.array(anyGesture, { maxLength: 8 }).map((own) => own.sort((a, b) => a.start - b.start)),
  { maxLength: 12 },
);

/** Where a thing stands at a tick: where the last window put it that had begun to move it by then. */
function standsAt(windows: readonly (readonly Gesture[])[], thing: Moved, tick: number): number {
  const moved = windows.map((own) => own.filter(({ moves, start }) => moves === thing && start <= tick));
  const last = moved.filter((own) => own.length > 0).pop();
  return last ? last[last.length - 1]!.value : AT_REST[thing];
}

const inRuns = <T>(list: readonly T[], size: number): T[][] =>
  Array.from({ length: Math.ceil(list.length / size) }, (_, i) => list.slice(i * size, (i + 1) * size));

describe('gestures of windows put together', () => {
  it('leave everything where the windows put it, in whatever runs, and move nothing to where it stands', () => {
    fc.assert(
      fc.property(anyWindows, fc.integer({ min: 1, max: 5 }), (windows, size) => {
        const placed = windows.map((own, i) => gesturesAt(10 * i, own));
        const inTime = windows.map((own, i) =>
          own.map((gesture) => ({ ...gesture, start: Math.max(0, 10 * i + gesture.start) })),
        );
        const all = fromRest(joined(inRuns(placed, size).map(joined)));
        for (let tick = 0; tick < 10 * windows.length + 5; tick++) {
          const stand = (of: readonly (readonly Gesture[])[]) =>
            THINGS.map((thing) => standsAt(of, thing, tick));
          expect([tick, ...stand([all])]).toEqual([tick, ...stand(inTime)]);
        }
        const held: Partial<Record<Moved, number>> = { ...AT_REST };
        let before = 0;
        for (const { start, moves, value } of all) {
          expect(start).toBeGreaterThanOrEqual(before);
          expect([moves, held[moves]]).not.toEqual([moves, value]);
          held[moves] = value;
          before = start;
        }
      }),
      { numRuns: 500 },
    );
  });
});

describe('expression', () => {
  it('glides where another way of swelling begins, and never behind the end', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 4000 }), fc.integer({ min: 0, max: 127 })), {
          maxLength: 12,
        }),
        (placed) => {
          const own = [...new Map(placed)].sort((a, b) => a[0] - b[0]);
          const before = own.map(([start, value]): Gesture => ({ start, moves: 'expression', value }));
          const after = gliding(before, 4000);
          expect(after.at(-1)?.value).toBe(before.at(-1)?.value);
          after.forEach(({ start, value }, i) => {
            const last = after[i - 1];
            if (!last) return;
            expect(start).toBeGreaterThanOrEqual(last.start);
            expect(start).toBeLessThanOrEqual(4000);
            // An eighth of the furthest way at most.
            expect(Math.abs(value - last.value)).toBeLessThanOrEqual(17);
          });
        },
      ),
    );
  });
});
