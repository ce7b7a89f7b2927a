import fc from 'fast-check';
import { lastUsed } from '@backline/core/memo/lastUsed';

describe('what was used last', () => {
  it('is kept as long as fewer others were used since than it has room for', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 30 }), fc.boolean()), { maxLength: 300 }),
        (size, asked) => {
          const known = lastUsed<number>(size);
          const used: number[] = [];
          for (const [name, put] of asked) {
            const since = new Set(used.slice(used.lastIndexOf(name) + 1));
            const found = known.get(`${name}`);
            // Never what was not put there, and surely what was used among the last ones.
            if (found !== undefined) expect([found, used.includes(name)]).toEqual([name, true]);
            else if (used.includes(name)) expect(since.size).toBeGreaterThanOrEqual(size);
            if (found === undefined && !put) continue;
            if (found === undefined) known.set(`${name}`, name);
            used.push(name);
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it('lets go of what was not used for twice as many others', () => {
    const known = lastUsed<number>(3);
    for (let i = 0; i < 7; i++) known.set(`${i}`, i);
    expect([known.get('0'), known.get('6')]).toEqual([undefined, 6]);
  });
});
