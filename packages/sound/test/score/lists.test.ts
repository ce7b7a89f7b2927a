import fc from 'fast-check';
import { inOrder, merged } from '@backline/sound/score/lists';

/** Entries of three numbers: a tick, the list they are of, and their place in it. */
const anyLists = fc.array(fc.array(fc.integer({ min: 0, max: 12 }), { maxLength: 30 }), { maxLength: 6 });
const entries = (list: Int32Array) =>
  Array.from({ length: list.length / 3 }, (_, i) => [...list.subarray(i * 3, i * 3 + 3)]);

it('lists are put in order, and together, as one stable sort of all would do it', () => {
  fc.assert(
    fc.property(anyLists, (ticks) => {
      const lists = ticks.map((own, n) => own.map((tick, i) => [tick, n, i]));
      const sorted = lists.map((list) => inOrder(Int32Array.from(list.flat()), 3));
      sorted.forEach((list, n) =>
        expect(entries(list)).toEqual([...lists[n]!].sort((a, b) => a[0]! - b[0]!)),
      );
      expect(entries(merged(sorted, 3))).toEqual(lists.flat().sort((a, b) => a[0]! - b[0]!));
    }),
    { numRuns: 300 },
  );
});

it('what is in order already is given back as it is', () => {
  const list = Int32Array.from([0, 1, 5, 1, 5, 0]);
  expect(inOrder(list, 2)).toBe(list);
  expect(merged([], 2)).toHaveLength(0);
});
