/** Which sounds are kept in memory: those that are played, and of the others what there is room for. */
import { HeldBanks } from '../held';

const MB = 2 ** 20;

it('lets go what was wanted longest ago, and never what is wanted now', () => {
  const held = new HeldBanks();
  held.put('0', 40 * MB, false);
  held.put('33', 10 * MB, false);
  held.put('48', 30 * MB, false);
  held.want(['0']);
  expect(held.bytes).toBe(80 * MB);
  expect(held.fit(96 * MB, ['0'])).toEqual([]);
  held.put('25', 30 * MB, false);
  expect(held.fit(96 * MB, ['0', '25'])).toEqual(['33', '48']);
  expect([held.has('33'), held.has('0')]).toEqual([false, true]);
  // All that is left is wanted: it stays, whatever the budget.
  expect(held.fit(10 * MB, ['0', '25'])).toEqual([]);
});

it('a finer form takes the place of the first one, and its room is reckoned so', () => {
  const held = new HeldBanks();
  held.put('0', 20 * MB, false);
  expect(held.bytesWith('0', 50 * MB)).toBe(50 * MB);
  held.put('0', 50 * MB, true);
  expect([held.bytes, held.isFiner('0'), held.isFiner('33')]).toEqual([50 * MB, true, false]);
});
