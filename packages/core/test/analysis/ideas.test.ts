import fc from 'fast-check';
import { PALETTES, ideas, paletteFor, type ChordContext } from '@backline/core/analysis/ideas';
import {
  foreignness,
  keyContextOf,
  meanMovement,
  costInKey,
  stepCost,
} from '@backline/core/analysis/stepCost';
import { chordPitchClasses } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyOf } from '@backline/core/theory/key';
import { musodojo, solfege, type Corpus } from '../support/corpora';
import { anySymbol } from '../support/music';

const ask = (before: string[], rest: Partial<ChordContext> = {}) =>
  ideas({ before, after: null, key: 'C', palette: null, ...rest });
const pcs = (symbol: string) => chordPitchClasses(parseChord(symbol)).join();
const whyOf = (symbol: string, before: string[], rest: Partial<ChordContext> = {}) =>
  ask(before, rest).find((i) => i.symbol === symbol)?.why;

/** How often the real next chord of a corpus is among the first five ideas. */
function hits(corpora: readonly Corpus[]): { held: number; asked: number } {
  let held = 0;
  let asked = 0;
  for (const { key, chords } of corpora) {
    for (let i = 1; i < chords.length; i++) {
      const five = ideas({ before: chords.slice(0, i), after: null, key, palette: null }, 5);
      asked++;
      if (five.some((idea) => pcs(idea.symbol) === pcs(chords[i]!))) held++;
    }
  }
  return { held, asked };
}

describe('ideas against progressions from outside, which tune nothing', () => {
  it.each([
    ['@musodojo/music-theory-data 28', musodojo, 40],
    ['solfege 3.23', solfege, 40],
  ] as const)(
    '%s: the real next chord is within the first five in at least 70 %% of steps',
    (_, read, least) => {
      const { held, asked } = hits(read());
      expect(asked).toBeGreaterThan(least);
      expect(held / asked).toBeGreaterThanOrEqual(0.7);
    },
  );
});

describe('ideas', () => {
  it('rank dominant resolution first, and say why (Levine; common practice)', () => {
    expect(ask(['Dm7', 'G7'])[0]).toMatchObject({ numeral: 'Imaj7', why: 'home, where the dominant leads' });
    expect(ask(['A7'])[0]!.symbol).toBe('Dm7');
    expect(ask(['A7'])[0]!.why).toBe('where A7 wants to go');
    expect(ask(['C', 'F'], { after: 'C' })[0]).toMatchObject({ why: 'dominant of the next chord' });
  });

  it('know the other reasons', () => {
    expect(whyOf('Fm', ['C'])).toBe('borrowed from C minor');
    expect(whyOf('D7', ['Am'])).toBe('wants to resolve to G');
    expect(whyOf('C7', ['C'])).toBe('same root, wants to resolve to F');
    expect(whyOf('Db7', ['Dm7'], { after: 'Cmaj7', palette: 'sevenths' })).toBe(
      'a half step above the next chord',
    );
    expect(whyOf('Am', ['C/A'])).toBe('same bass, new colour');
    expect(whyOf('Am', ['C'])).toBe('rests like home, 2 tones held from C');
    expect(whyOf('C', [])).toBe('home');
  });

  it('are as rich as what stands before, or as asked', () => {
    expect(paletteFor(['C', 'F', 'G'])).toBe('simple');
    expect(paletteFor(['Dm7', 'G7', 'Cmaj7'])).toBe('sevenths');
    expect(paletteFor(['Dm9', 'G13', 'Cmaj9'])).toBe('rich');
    expect([paletteFor([]), paletteFor([], 'swung')]).toEqual(['simple', 'sevenths']);
    const qualities = new Set(ask(['C'], { palette: 'rich' }).map((i) => parseChord(i.symbol).quality));
    for (const quality of qualities) expect(PALETTES.rich).toContain(quality);
  });

  it('never name the chord that stands before, come in order of cost, and are the same every time', () => {
    fc.assert(
      fc.property(
        fc.array(anySymbol, { maxLength: 6 }),
        fc.constantFrom('C', 'Eb', 'F#m', 'Am'),
        (before, key) => {
          const found = ask(before, { key });
          const costs = found.map((i) => i.cost);
          expect(costs).toEqual([...costs].sort((a, b) => a - b));
          expect(ask(before, { key })).toEqual(found);
          const last = before.at(-1);
          if (last) expect(found.map((i) => i.symbol)).not.toContain(parseChord(last).symbol);
          for (const { why } of found) expect(why).not.toMatch(/undefined|NaN/);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('take a twelve-bar home as home: after I7, IV7 and V7 are no strangers', () => {
    const home = keyContextOf(keyOf('C'), [parseChord('C7')]);
    expect(['C7', 'F7', 'G7'].map((s) => foreignness(parseChord(s), home))).toEqual([0, 0, 0]);
    expect(foreignness(parseChord('F7'), keyContextOf(keyOf('C')))).toBeGreaterThan(0);
  });

  it('keep what has no name out of the reckoning', () => expect(ask(['<C4,Db4,D4>'])).toEqual(ask([])));
});

describe('the cost of a step', () => {
  const home = keyContextOf(keyOf('C'));
  const cost = (a: string, b: string) => stepCost(parseChord(a), parseChord(b), home);

  it('is less down a fifth than up, less to a step of the key than to a stranger', () => {
    expect(cost('Dm7', 'G7')).toBeLessThan(cost('G7', 'Dm7'));
    expect(costInKey(parseChord('Am'), home)).toBeLessThan(costInKey(parseChord('Abm'), home));
    expect(cost('G7', 'C')).toBeLessThan(cost('G7', 'F'));
    expect(cost('G7', 'Am')).toBeLessThan(cost('G7', 'C#m'));
  });

  it('counts the way of the voices to the nearest tone, both ways', () => {
    expect(meanMovement([0, 4, 7], [0, 4, 7])).toBe(0);
    expect(meanMovement([0, 4, 7], [0, 4, 9])).toBeCloseTo(2 / 3);
    expect(meanMovement([0, 4, 7], [9, 0, 4])).toBeCloseTo(2 / 3);
  });
});
