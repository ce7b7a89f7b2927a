import { readTarget, routes, type RouteAsked } from '@backline/core/analysis/route';
import { keyContextOf, costInKey, stepCost } from '@backline/core/analysis/stepCost';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyOf } from '@backline/core/theory/key';
import { noteName, pitchClass } from '@backline/core/theory/pitch';
import { spellFor } from '@backline/core/theory/transposition';
import { TWELVE_ROOTS } from '../support/music';

const ask = (from: string, to: string, steps: number, key = 'C') =>
  routes({ from, to: readTarget(to), steps, key });
const chords = (from: string, to: string, steps: number, key = 'C') =>
  ask(from, to, steps, key).map((r) => r.chords);

describe('routes', () => {
  it('have the steps asked for, begin and end where asked, and come in order of cost', () => {
    for (const [from, to] of [
      ['C', 'G'],
      ['C', 'E'],
      ['C', 'F#m'],
      ['Am', 'Db'],
      ['G7', 'Bbmaj7'],
    ] as const) {
      for (const steps of [1, 2, 4, 6]) {
        const found = ask(from, to, steps);
        expect(found.length).toBeGreaterThanOrEqual(steps === 1 ? 1 : 3);
        for (const route of found) {
          expect(route.chords).toHaveLength(steps + 1);
          expect([route.chords[0], route.chords.at(-1)]).toEqual([from, to]);
          expect(route.why).toHaveLength(steps);
          route.chords.slice(1).forEach((symbol, i) => expect(symbol).not.toBe(route.chords[i]));
        }
        const costs = found.map((r) => r.cost);
        expect(costs).toEqual([...costs].sort((a, b) => a - b));
        expect(new Set(found.map((r) => r.chords.join())).size).toBe(found.length);
      }
    }
  });

  it('reach a key through its dominant, keys a third or a tritone apart included', () => {
    for (const [key, dominant] of [
      ['E major', 'B7'],
      ['Eb major', 'Bb7'],
      ['F# major', 'C#7'],
      ['A minor', 'E7'],
      ['Ab major', 'Eb7'],
    ] as const) {
      expect([key, chords('C', key, 4)[0]!.at(-2)]).toEqual([key, dominant]);
    }
  });

  it('are the shortest paths: two steps against every chord that could stand between', () => {
    const home = keyContextOf(keyOf('C'));
    const [first, last] = [parseChord('C'), parseChord('Am')];
    const between = ['', 'm', '7', 'm7', 'maj7', 'm7b5'].flatMap((q) =>
      TWELVE_ROOTS.map((_, pc) => parseChord(noteName(spellFor(pc, keyOf('C'))) + q)),
    );
    const best = between
      .filter((c) => ![0, 9].includes(pitchClass(c.root)))
      .map((c) => ({
        symbol: c.symbol,
        cost: stepCost(first, c, home) + costInKey(c, home) + stepCost(c, last, home),
      }))
      .sort((a, b) => a.cost - b.cost);
    expect(chords('C', 'Am', 2)[0]![1]).toBe(best[0]!.symbol);
  });

  it('refuse a number of steps that is none, and a target that does not read', () => {
    const asked: RouteAsked = { from: 'C', to: { chord: 'G' }, steps: 0, key: 'C' };
    expect(() => routes(asked)).toThrow(RangeError);
    expect(() => routes({ ...asked, steps: 13 })).toThrow('1 to 12 steps');
    expect(() => readTarget('Hm')).toThrow(/Did you mean/);
    expect(readTarget('eb minor')).toEqual({ key: 'Ebm' });
    expect(readTarget(' F#m7 ')).toEqual({ chord: 'F#m7' });
  });
});
