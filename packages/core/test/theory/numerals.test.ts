/** @jest-environment jsdom */
import { key as theirKeys, roman } from 'music21j';
import { chordPitchClasses, chordTones } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { chordsOfScale } from '@backline/core/theory/diatonic';
import { keyOf, romanNumeral } from '@backline/core/theory/key';
import { nearestNumerals, readNumeral } from '@backline/core/theory/numerals';
import { noteName } from '@backline/core/theory/pitch';
import { respell } from '@backline/core/theory/transposition';

/** Pitch names music21j 0.23 gives a numeral, with `b` for its `-`. */
const theirs = (figure: string, key: string): string[] =>
  new roman.RomanNumeral(figure, new theirKeys.Key(key[0]! + key.slice(1).replace('b', '-'))).pitches
    .map((p) => p.name.replace(/-/g, 'b'))
    .sort();

const ours = (numeral: string, key: string): string[] =>
  chordTones(parseChord(readNumeral(numeral, keyOf(key))!))
    .map(noteName)
    .sort();

const KEYS = ['C', 'G', 'Eb', 'A', 'F#', 'Db'];
const MINORS = ['A', 'E', 'C', 'F#', 'Bb'];

describe('roman numerals', () => {
  it.each([
    'I',
    'ii',
    'iii',
    'IV',
    'V',
    'vi',
    'viio',
    'ii7',
    'iii7',
    'V7',
    'vi7',
    'viio7',
    'V65',
    'V43',
    'V42',
    'ii65',
    'I64',
    'bVII',
    'bVI',
    'bIII',
    'bII',
    'iv',
    'V7/V',
    'V7/vi',
    'V7/ii',
    'V/V',
    'viio7/V',
    'N6',
    'It6',
    'Ger65',
    'Fr43',
    'Imaj7',
  ])('%s names the pitches music21j does, in six major keys', (figure) => {
    for (const key of KEYS) {
      const expected = theirs(figure, key);
      // A French sixth is written as a dominant seventh with a flat fifth: the same keys, two other letters.
      if (figure === 'Fr43' || figure === 'Ger65' || figure === 'It6') {
        expect([key, pcs(readNumeral(figure, keyOf(key))!)]).toEqual([key, pcsOf(expected)]);
      } else expect([key, ours(figure, key)]).toEqual([key, expected]);
    }
  });

  it.each(['i', 'iio', 'III', 'iv', 'v', 'V', 'V7', 'VI', 'VII', 'viio', 'viio7', 'iv7', 'V65', 'i64'])(
    '%s names the pitches music21j does, in five minor keys',
    (figure) => {
      for (const key of MINORS) {
        expect([key, ours(figure, `${key}m`)]).toEqual([key, theirs(figure, key.toLowerCase())]);
      }
    },
  );

  it('that we write, music21j reads as the same chord', () => {
    const symbols = [
      'C',
      'Dm7',
      'Em',
      'F',
      'G7',
      'Am7',
      'Bdim',
      'Bm7b5',
      'Fm',
      'Bb',
      'Ab',
      'Eb',
      'Db',
      'F#dim',
      'Cmaj7',
    ];
    for (const symbol of symbols) {
      const written = romanNumeral(parseChord(symbol), keyOf('C')).replace('°', 'o');
      expect([symbol, written, theirs(written, 'C')]).toEqual([
        symbol,
        written,
        chordTones(parseChord(symbol)).map(noteName).sort(),
      ]);
    }
  });

  it('go out and come back as the same chord: every diatonic chord of every key, and chords from outside', () => {
    for (const name of [...KEYS, 'B', 'Cb', 'F', ...MINORS.map((m) => `${m}m`)]) {
      const key = keyOf(name);
      const scale = key.mode === 'major' ? 'ionian' : 'aeolian';
      const own = ([0, 1, 2, 3, 4] as const).flatMap((rich) => chordsOfScale(key.tonic, scale, rich));
      const others = [
        'D7',
        'E7b9',
        'Fm6',
        'Bb7',
        'Ab',
        'G#dim7',
        'Am7b5',
        'Gsus4',
        'C6/9',
        'Dadd9',
        'F#m',
        'BmMaj7',
      ];
      for (const given of [...own, ...others]) {
        const symbol = respell(given, key);
        const numeral = romanNumeral(parseChord(symbol), key);
        const back = readNumeral(numeral, key);
        expect([name, symbol, numeral, back && pcs(back)]).toEqual([name, symbol, numeral, pcs(symbol)]);
      }
    }
  });

  it.each([
    ['1', 'C'],
    ['5', 'G'],
    ['6m', 'Am'],
    ['4', 'F'],
    ['b7', 'Bb'],
    ['5/7', 'G/B'],
    ['1/3', 'C/E'],
    ['2m7', 'Dm7'],
    ['V7/vi', 'E7'],
    ['I/G', 'C/G'],
  ])(
    'the degree number %s is %s in C (common practice: numbers are major unless written)',
    (text, symbol) => {
      expect(readNumeral(text, keyOf('C'))).toBe(symbol);
    },
  );

  it('♭III, ♭VI and ♭VII of a minor key are its own steps; vii° stands on the raised seventh', () => {
    expect(['bIII', 'bVI', 'bVII', 'vii°7'].map((n) => readNumeral(n, keyOf('Am')))).toEqual([
      'C',
      'F',
      'G',
      'G#dim7',
    ]);
    expect(romanNumeral(parseChord('G#dim7'), keyOf('Am'))).toBe('vii°7');
  });

  it.each(['', 'H', '8', '0', 'IIX', 'V7/', 'V7/H', '1/9', 'iiii', 'hello', 'I77'])('"%s" is none', (text) =>
    expect(readNumeral(text, keyOf('C'))).toBeNull(),
  );

  it('one that does not read has the nearest offered, where it starts like one', () => {
    expect(nearestNumerals('ii77', keyOf('C'))[0]).toBe('ii7');
    expect(nearestNumerals('Hello', keyOf('C'))).toEqual([]);
  });
});

const pcs = (symbol: string): string => [...chordPitchClasses(parseChord(symbol))].join();
const pcsOf = (names: readonly string[]): string =>
  names
    .map(chordTonePc)
    .sort((a, b) => a - b)
    .join();
const chordTonePc = (name: string): number => {
  const letter = [0, 2, 4, 5, 7, 9, 11]['CDEFGAB'.indexOf(name[0]!)]!;
  const alter = [...name.slice(1)].reduce((sum, sign) => sum + (sign === 'b' ? -1 : 1), 0);
  return (letter + alter + 12) % 12;
};
