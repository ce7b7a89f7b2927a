/** How voices go from chord to chord, against worked voicings, handbooks and brute force. */
import { degreeAt } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { degreeNumber } from '@backline/core/theory/degree';
import { voice } from '@backline/core/voicing/auto';
import { candidates, type Aim } from '@backline/core/voicing/candidates';
import { movement, transitionCost, parallels, unresolved } from '@backline/core/voicing/costs';
import { totalMovement } from '@backline/core/voicing/describe';
import { workedProgressions } from '../support/atte';
import { TWELVE_ROOTS } from '../support/music';
import { solfege } from '../support/corpora';

const AIM: Aim = { voices: 4, register: 55, spread: 4, low: 36, high: 96, bassPlays: false };
const voiced = (symbols: readonly string[], aim: Partial<Aim> = {}) =>
  voice(symbols.map((symbol) => ({ chord: parseChord(symbol), aim: { ...AIM, ...aim } })));
const up = (root: string, semitones: number): string =>
  TWELVE_ROOTS[(TWELVE_ROOTS.indexOf(root) + semitones) % 12]!;

/** Cadences by semitones above the tonic. */
const CADENCES: Record<string, readonly (readonly [number, string])[]> = {
  'ii–V–I': [
    [2, 'm7'],
    [7, '7'],
    [0, 'maj7'],
  ],
  'ii–V–i': [
    [2, 'm7b5'],
    [7, '7'],
    [0, 'm7'],
  ],
  'ii–♭II–I': [
    [2, 'm7'],
    [1, '7'],
    [0, 'maj7'],
  ],
};

/** Guide tones: where each of a chord's third and seventh goes, the nearest voice of the next chord. */
const guideMoves = (symbol: string, from: readonly number[], to: readonly number[]): number[] =>
  from.flatMap((pitch, i) => {
    const degree = degreeAt(parseChord(symbol), pitch);
    const guide = degree !== null && [3, 7].includes(degreeNumber(degree));
    return guide ? [Math.abs(to[i]! - pitch)] : [];
  });

describe.each(Object.entries(CADENCES))('%s in twelve keys', (_, steps) => {
  // Mark Levine, The Jazz Theory Book (Sher, 1995): guide tones stay or move by step, common tones stay.
  it.each([4, 5])('%i voices: guide tones move by at most a whole step, common tones stay', (voices) => {
    for (const tonic of TWELVE_ROOTS) {
      const symbols = steps.map(([above, quality]) => up(tonic, above) + quality);
      const path = voiced(symbols, { voices });
      for (let i = 0; i + 1 < path.length; i++) {
        expect(Math.max(...guideMoves(symbols[i]!, path[i]!, path[i + 1]!))).toBeLessThanOrEqual(2);
        const [own, next] = [path[i]!, path[i + 1]!];
        const common = own.filter((p) => next.some((q) => q % 12 === p % 12));
        const stayed = common.filter((p) => next.includes(p));
        // A doubled root may leave where the other stays.
        const leaving = new Set(common.map((p) => p % 12)).size - new Set(stayed.map((p) => p % 12)).size;
        expect({ symbols, i, leaving }).toEqual({ symbols, i, leaving: 0 });
      }
    }
  });
});

describe('worked five-part voicings (Debian solfege, progression-atte)', () => {
  it('has six of three chords and five parts', () => {
    const worked = workedProgressions();
    expect(worked).toHaveLength(6);
    for (const { voicings, symbols } of worked) {
      expect(voicings.map((v) => v.length)).toEqual([5, 5, 5]);
      voicings.forEach((v, i) => {
        const chord = parseChord(symbols[i]!);
        // The root is at the bottom, third and seventh (or sixth) are there.
        expect(degreeAt(chord, v[0]!)).toBe('1');
        expect(v.some((p) => degreeNumber(degreeAt(chord, p) ?? '1') === 3)).toBe(true);
      });
    }
  });

  it('ours move no more in all', () => {
    for (const { name, symbols, voicings } of workedProgressions()) {
      const ours = voiced(symbols, { voices: 5, register: voicings[0]![0]!, spread: 5 });
      expect([name, totalMovement(ours) <= totalMovement(voicings)]).toEqual([name, true]);
    }
  });
});

describe('diatonic progressions of four chords', () => {
  const KEYS = {
    'C major': ['C', 'Dm', 'Em', 'F', 'G', 'Am', 'Bdim'],
    'A minor': ['Am', 'Bdim', 'C', 'Dm', 'Em', 'F', 'G', 'E'],
  };
  const leap = (a: readonly number[], b: readonly number[]): number =>
    Math.max(...a.map((p, i) => Math.abs(p - b[i]!)));

  /** Brute force: whether any path through all candidates keeps every voice within a fourth. */
  function smootherPath(symbols: readonly string[]): boolean {
    let open = candidates(parseChord(symbols[0]!), AIM);
    for (const symbol of symbols.slice(1)) {
      open = candidates(parseChord(symbol), AIM).filter((c) =>
        open.some((o) => leap(o.pitches, c.pitches) <= 5),
      );
    }
    return open.length > 0;
  }

  it.each(Object.entries(KEYS))('in %s no leap over a fourth where a smoother path exists', (_, chords) => {
    let count = 0;
    for (const a of chords)
      for (const b of chords)
        for (const c of chords)
          for (const d of chords) {
            const symbols = [a, b, c, d];
            const path = voiced(symbols);
            const widest = Math.max(...path.slice(1).map((v, i) => leap(path[i]!, v)));
            count++;
            if (widest > 5)
              expect({ symbols, smoother: smootherPath(symbols) }).toEqual({ symbols, smoother: false });
          }
    expect(count).toBe(chords.length ** 4);
  });
});

describe('strict part-writing for strings', () => {
  const STRINGS: Aim = {
    voices: 4,
    register: 48,
    spread: 6,
    low: 28,
    high: 93,
    bassPlays: true,
    strict: true,
  };
  // Kostka & Payne, Tonal Harmony; Aldwell & Schachter, Harmony and Voice Leading.
  it('counts parallels: C–D in root position moves in fifths and octaves', () => {
    expect(parallels([48, 55, 64, 72], [50, 57, 66, 74])).toBe(2);
    expect(parallels([48, 55, 64, 72], [47, 55, 62, 74])).toBe(0);
    expect(parallels([48, 55], [48, 55])).toBe(0);
  });

  it('counts a leading tone that falls and a seventh that rises', () => {
    const [g7, c] = [parseChord('G7'), parseChord('C')];
    expect(unresolved([43, 59, 62, 65], [48, 60, 60, 64], g7, c)).toBe(0);
    expect(unresolved([43, 59, 62, 65], [48, 55, 64, 67], g7, c)).toBe(2);
  });

  it('no parallel fifths or octaves on the cadences of solfege, and leading tones and sevenths resolve', () => {
    let moves = 0;
    for (const { source, chords } of solfege()) {
      const path =
        chords.length > 1 ? voice(chords.map((symbol) => ({ chord: parseChord(symbol), aim: STRINGS }))) : [];
      for (let i = 0; i + 1 < path.length; i++) {
        moves++;
        expect([source, chords[i], chords[i + 1], parallels(path[i]!, path[i + 1]!)]).toEqual([
          source,
          chords[i],
          chords[i + 1],
          0,
        ]);
      }
    }
    expect(moves).toBeGreaterThan(40);
  });

  it('pays for it with more movement than free voices, never with less', () => {
    const symbols = ['C', 'D', 'Em', 'F', 'G', 'C'];
    const strict = voice(symbols.map((symbol) => ({ chord: parseChord(symbol), aim: STRINGS })));
    const free = voice(
      symbols.map((symbol) => ({ chord: parseChord(symbol), aim: { ...STRINGS, strict: false } })),
    );
    const cost = (path: readonly (readonly number[])[]): number =>
      path.slice(1).reduce((sum, v, i) => sum + transitionCost(path[i]!, v), 0);
    expect(cost(strict)).toBeGreaterThanOrEqual(cost(free) - 1e-9);
  });
});

it('movement is counted voice by voice', () => {
  expect(movement([60, 64, 67], [60, 65, 69])).toBe(3);
  expect(
    totalMovement([
      [60, 64, 67],
      [60, 65, 69],
      [59, 65, 67],
    ]),
  ).toBe(6);
});
