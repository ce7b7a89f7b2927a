import fc from 'fast-check';
import { chordPitchClasses } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { clusterSymbol } from '@backline/core/theory/cluster';
import { keyOf } from '@backline/core/theory/key';
import { mod, pitchClass } from '@backline/core/theory/pitch';
import { ALL_QUALITIES } from '@backline/core/theory/qualities';
import { spokenChord } from '@backline/core/theory/speech';
import {
  fitSymbol,
  keyInterval,
  respell,
  shiftSymbol,
  transposeSymbol,
} from '@backline/core/theory/transposition';
import { voice } from '@backline/core/voicing/auto';
import { TWELVE_ROOTS } from '../support/music';

const KEYS = [
  'C',
  'G',
  'D',
  'A',
  'E',
  'B',
  'F#',
  'F',
  'Bb',
  'Eb',
  'Ab',
  'Db',
  'Am',
  'Em',
  'F#m',
  'Cm',
  'Fm',
  'Bbm',
];
const anyKey = fc.constantFrom(...KEYS).map(keyOf);
const anySymbol = fc
  .tuple(fc.constantFrom(...TWELVE_ROOTS), fc.constantFrom(...ALL_QUALITIES), fc.constantFrom('', '/3', '/7'))
  .map(([root, quality, bass]) => {
    const chord = parseChord(root + quality);
    return bass === '' || quality === '6/9' ? chord.symbol : `${chord.symbol}/${bass === '/3' ? 'G' : 'Bb'}`;
  });
const pcs = (symbol: string) => chordPitchClasses(parseChord(symbol));
const bass = (symbol: string) => pitchClass(parseChord(symbol).bass);

describe('transposing', () => {
  it.each([
    ['Ebm7b5', 'C', 'G', 'Bbm7b5'],
    ['C/E', 'C', 'Ab', 'Ab/C'],
    ['F#m7', 'D', 'Eb', 'Gm7'],
    ['Bb7', 'F', 'F#', 'B7'],
  ])('%s from %s to %s is %s', (symbol, from, to, expected) => {
    expect(transposeSymbol(symbol, keyInterval(keyOf(from), keyOf(to)))).toBe(expected);
  });

  it('keeps every chord’s shape, and going there and back gives the same sounding chord', () => {
    fc.assert(
      fc.property(anySymbol, anyKey, anyKey, (symbol, a, b) => {
        const up = keyInterval(a, b);
        const there = transposeSymbol(symbol, up);
        expect(pcs(there)).toEqual(
          pcs(symbol)
            .map((pc) => mod(pc + up.semitones, 12))
            .sort((x, y) => x - y),
        );
        const back = transposeSymbol(there, keyInterval(b, a));
        expect([pcs(back), bass(back)]).toEqual([pcs(symbol), bass(symbol)]);
      }),
      { numRuns: 300 },
    );
  });

  it('by semitones and spelling anew keep what sounds', () => {
    fc.assert(
      fc.property(anySymbol, anyKey, fc.integer({ min: -12, max: 12 }), (symbol, key, by) => {
        expect(pcs(respell(symbol, key))).toEqual(pcs(symbol));
        expect(bass(respell(symbol, key))).toBe(bass(symbol));
        const moved = shiftSymbol(symbol, by, key);
        expect(pcs(shiftSymbol(moved, -by, key))).toEqual(pcs(symbol));
      }),
      { numRuns: 300 },
    );
  });

  it('spells for the key: flats and sharps as the signature has them', () => {
    expect(respell('A#', keyOf('F'))).toBe('Bb');
    expect(respell('Db', keyOf('F#m'))).toBe('C#');
    expect(respell('Gb/Bb', keyOf('E'))).toBe('F#/A#');
    expect(respell('Dbdim7', keyOf('C'))).toBe('C#dim7');
  });

  it('fits a chord to a key of the other mode by its degree', () => {
    const fit = (symbol: string, from: string, to: string) => fitSymbol(symbol, keyOf(from), keyOf(to));
    expect([fit('Am', 'C', 'Cm'), fit('Em7', 'C', 'Am'), fit('F', 'C', 'Em')]).toEqual(['Ab', 'Cmaj7', 'Am']);
    // A chord from outside the key has no place of its own there: it is transposed.
    expect([fit('D7', 'C', 'Am'), fit('Dm7', 'C', 'F')]).toEqual(['B7', 'Gm7']);
  });
});

describe('clusters', () => {
  const symbol = clusterSymbol([60, 61, 64]);

  it('are read as they are written, sound exactly, and are said tone by tone', () => {
    expect(symbol).toBe('<C4,Db4,E4>');
    expect(parseChord(symbol).symbol).toBe(symbol);
    const aim = { voices: 4, register: 40, spread: 6, low: 28, high: 96, bassPlays: true };
    expect(voice([{ chord: parseChord(symbol), aim }])).toEqual([[60, 61, 64]]);
    expect(spokenChord(parseChord(symbol))).toBe('cluster of C, D flat, E');
  });

  it('move with their tones', () => {
    expect(shiftSymbol(symbol, 2, keyOf('C'))).toBe('<D4,Eb4,F#4>');
    expect(transposeSymbol(symbol, keyInterval(keyOf('C'), keyOf('Bb')))).toBe('<Bb3,B3,D4>');
  });

  it.each([
    '<>',
    '<C4>',
    '<C4,H4>',
    '<C,E,G>',
    `<${Array.from({ length: 11 }, (_, i) => 48 + i).join(',')}>`,
  ])('%s is none, and the error says how one is written', (text) =>
    expect(() => parseChord(text)).toThrow(/<C4,Db4,E4>/),
  );
});
