import fc from 'fast-check';
import { degreePcOf } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { degreeNumber } from '@backline/core/theory/degree';
import { ALL_QUALITIES } from '@backline/core/theory/qualities';
import { voice } from '@backline/core/voicing/auto';
import { candidates, type Aim } from '@backline/core/voicing/candidates';
import { transitionCost, muddyPairs } from '@backline/core/voicing/costs';
import { cheapestPath } from '@backline/core/voicing/path';
import { TWELVE_ROOTS, anySymbol } from '../support/music';

const AIM: Aim = { voices: 4, register: 55, spread: 4, low: 36, high: 96, bassPlays: false };
const voiceAll = (symbols: readonly string[], aim: Partial<Aim> = {}) =>
  voice(symbols.map((symbol) => ({ chord: parseChord(symbol), aim: { ...AIM, ...aim } })));

const step = (root: string, semitones: number): string => {
  return TWELVE_ROOTS[(TWELVE_ROOTS.indexOf(root) + semitones) % 12]!;
};

/** The pitch of a degree of a chord within its voicing. */
const pitchOf = (symbol: string, voicing: readonly number[], number: number): number => {
  const chord = parseChord(symbol);
  const degree = chord.degrees.find((d) => degreeNumber(d) === number)!;
  return voicing.find((p) => p % 12 === degreePcOf(chord, degree))!;
};

describe('ii–V–I in twelve keys, four voices', () => {
  // Guide tones: the third holds and becomes the seventh, the seventh falls a step
  // (Mark Levine, The Jazz Theory Book, Sher, 1995).
  it.each(TWELVE_ROOTS)(
    'in %s guide tones hold or fall a step and no voice moves more than a whole step',
    (tonic) => {
      const symbols = [`${step(tonic, 2)}m7`, `${step(tonic, 7)}7`, `${tonic}maj7`];
      const voicings = voiceAll(symbols);
      for (let i = 0; i + 1 < symbols.length; i++) {
        const third = pitchOf(symbols[i]!, voicings[i]!, 3);
        const seventh = pitchOf(symbols[i]!, voicings[i]!, 7);
        expect(pitchOf(symbols[i + 1]!, voicings[i + 1]!, 7)).toBe(third);
        const fall = seventh - pitchOf(symbols[i + 1]!, voicings[i + 1]!, 3);
        expect([1, 2]).toContain(fall);
        voicings[i]!.forEach((pitch, v) =>
          expect(Math.abs(pitch - voicings[i + 1]![v]!)).toBeLessThanOrEqual(2),
        );
      }
    },
  );
});

describe('which tones are left out and doubled', () => {
  const tonesOf = (symbol: string, voices: number, bassPlays: boolean): Set<number> =>
    new Set(
      voice([{ chord: parseChord(symbol), aim: { ...AIM, voices, bassPlays } }])[0]!.map((p) => p % 12),
    );

  it('the fifth goes first, then the root where the bass has it; third, seventh and named tones stay', () => {
    for (const root of TWELVE_ROOTS) {
      for (const quality of ALL_QUALITIES) {
        const chord = parseChord(root + quality);
        for (const voices of [3, 4]) {
          const sounding = tonesOf(chord.symbol, voices, true);
          const vital = chord.degrees.filter((d) => [3, 7].includes(degreeNumber(d)));
          for (const d of vital)
            expect([chord.symbol, d, sounding.has(degreePcOf(chord, d))]).toEqual([chord.symbol, d, true]);
        }
      }
    }
    expect(tonesOf('C7', 3, false)).toEqual(new Set([0, 4, 10]));
    expect(tonesOf('C9', 3, true)).toEqual(new Set([4, 10, 2]));
    expect(tonesOf('C13', 4, true)).toEqual(new Set([4, 10, 2, 9]));
  });

  it('more voices than tones double the root or the fifth, never the leading tone, the seventh or an altered tone', () => {
    fc.assert(
      fc.property(anySymbol, fc.integer({ min: 3, max: 8 }), (symbol, voices) => {
        const chord = parseChord(symbol);
        const pitches = voice([{ chord: parseChord(symbol), aim: { ...AIM, voices, high: 108 } }])[0]!;
        const counts = new Map<number, number>();
        for (const p of pitches) counts.set(p % 12, (counts.get(p % 12) ?? 0) + 1);
        for (const d of chord.degrees) {
          const altered = d.length > 1 && d !== 'b3';
          const leading = degreeNumber(d) === 3 && chord.degrees.includes('b7') && d === '3';
          if (degreeNumber(d) === 7 || (altered && degreeNumber(d) >= 9) || leading) {
            expect({ symbol, d, doubled: (counts.get(degreePcOf(chord, d)) ?? 0) > 1 }).toEqual({
              symbol,
              d,
              doubled: false,
            });
          }
        }
      }),
    );
  });
});

describe('the path search', () => {
  it('equals brute force over all candidates of short progressions', () => {
    fc.assert(
      fc.property(fc.array(anySymbol, { minLength: 2, maxLength: 3 }), (symbols) => {
        const layers = symbols.map((s) => candidates(parseChord(s), AIM));
        const total = (path: (typeof layers)[number]) =>
          path.reduce(
            (sum, c, i) => sum + c.cost + (i ? transitionCost(path[i - 1]!.pitches, c.pitches) : 0),
            0,
          );
        const found = cheapestPath(
          layers,
          (c) => c.cost,
          (l, from, to) => transitionCost(layers[l - 1]![from]!.pitches, layers[l]![to]!.pitches),
        );
        let best = Infinity;
        const walk = (i: number, path: (typeof layers)[number]): void => {
          if (i === layers.length) best = Math.min(best, total(path));
          else for (const c of layers[i]!) walk(i + 1, [...path, c]);
        };
        walk(0, []);
        expect(total(found)).toBeCloseTo(best, 9);
      }),
      { numRuns: 12 },
    );
  });

  it('on diatonic progressions of four chords no voice leaps more than a fourth', () => {
    const chords = ['C', 'Dm', 'Em', 'F', 'G', 'Am', 'Bdim'];
    for (const a of chords)
      for (const b of chords)
        for (const c of chords) {
          const voicings = voiceAll([a, b, c, 'C']);
          for (let i = 0; i + 1 < voicings.length; i++) {
            voicings[i]!.forEach((p, v) => expect(Math.abs(p - voicings[i + 1]![v]!)).toBeLessThanOrEqual(5));
          }
        }
  });

  it('nothing closer than a fifth below C3, no seconds below E3, wherever the register asks for it to be possible', () => {
    fc.assert(
      fc.property(
        fc.array(anySymbol, { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 3, max: 6 }),
        (symbols, voices) => {
          for (const pitches of voiceAll(symbols, { voices, register: 53 }))
            expect(muddyPairs(pitches)).toBe(0);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('register and spread move every auto chord and no hand-set one', () => {
    const hand = [48, 55, 64, 71];
    const at = (register: number, spread: number) =>
      voice(
        ['Am7', 'D7', 'Gmaj7', 'Em7', 'Cmaj7', 'A7'].map((symbol, i) => ({
          chord: parseChord(symbol),
          aim: { ...AIM, register, spread },
          fixed: i === 1 ? hand : null,
        })),
      );
    const high = at(62, 4);
    const low = at(50, 4);
    const wide = at(50, 8);
    expect([high[1], low[1], wide[1]]).toEqual([hand, hand, hand]);
    for (const i of [0, 2, 3, 4, 5]) expect(low[i]![0]!).toBeLessThan(high[i]![0]!);
    // The neighbours of the hand-set chord lean towards it; the others spread freely.
    for (const i of [3, 4, 5]) expect(wide[i]![3]! - wide[i]![0]!).toBeGreaterThan(low[i]![3]! - low[i]![0]!);
  });

  it('a slash bass is the lowest tone where no bass part has it', () => {
    for (const symbol of ['C/E', 'G/B', 'F/G', 'Am7/D', 'Bb/C']) {
      const chord = parseChord(symbol);
      const bass = voiceAll([symbol])[0]![0]!;
      expect([symbol, bass % 12]).toEqual([symbol, degreePcOf({ ...chord, root: chord.bass }, '1')]);
    }
  });
});
