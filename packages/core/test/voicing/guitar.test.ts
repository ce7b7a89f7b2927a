import { chordPitchClasses, degreePcOf } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { degreeNumber } from '@backline/core/theory/degree';
import { ALL_QUALITIES } from '@backline/core/theory/qualities';
import { guitarPath } from '@backline/core/voicing/guitar/path';
import { STANDARD_TUNING } from '@backline/core/voicing/guitar/tunings';
import { fingersOf, guitarShapes, innerMutes, isPlayable } from '@backline/core/voicing/guitar/shapes';
import { TWELVE_ROOTS } from '../support/music';

describe('guitar shapes', () => {
  it('every chord of both rings in every root has one a hand can hold, on its bass, with the tones that matter', () => {
    for (const root of TWELVE_ROOTS) {
      for (const quality of ALL_QUALITIES) {
        const chord = parseChord(root + quality);
        const shapes = guitarShapes(chord);
        expect([chord.symbol, shapes.length > 0]).toEqual([chord.symbol, true]);
        for (const shape of shapes.slice(0, 6)) {
          expect([chord.symbol, isPlayable(shape.frets)]).toEqual([chord.symbol, true]);
          expect(fingersOf(shape.frets)).toBeLessThanOrEqual(4);
          expect(innerMutes(shape.frets)).toBeLessThanOrEqual(1);
          const pcs = new Set(shape.pitches.map((p) => p % 12));
          const allowed = new Set(chordPitchClasses(chord));
          expect([...pcs].filter((pc) => !allowed.has(pc))).toEqual([]);
          expect(shape.pitches[0]! % 12).toBe(degreePcOf(chord, '1'));
          for (const d of chord.degrees)
            if (degreeNumber(d) === 7) expect(pcs.has(degreePcOf(chord, d))).toBe(true);
          const sounding = shape.frets.flatMap((f, s) => (f === null ? [] : [STANDARD_TUNING[s]! + f]));
          expect(sounding).toEqual([...shape.pitches]);
        }
      }
    }
  });

  // Open-position shapes every beginner's handbook prints; common practice.
  it.each([
    ['C', 'x32010'],
    ['A', 'x02220'],
    ['E', '022100'],
    ['D', 'xx0232'],
    ['Am', 'x02210'],
    ['Em', '022000'],
    ['Dm', 'xx0231'],
    ['F', '133211'],
    ['Cmaj7', 'x32000'],
    ['G7', '320001'],
    ['B7', 'x21202'],
    ['F#m', '244222'],
  ])('%s is first %s', (symbol, frets) => {
    expect(
      guitarShapes(parseChord(symbol))[0]!
        .frets.map((f) => f ?? 'x')
        .join(''),
    ).toBe(frets);
  });

  it('counts a barre as one finger, unless an open string lies under it', () => {
    expect(fingersOf([1, 3, 3, 2, 1, 1])).toBe(4);
    expect(fingersOf([null, 3, 2, 0, 1, 0])).toBe(3);
    expect(isPlayable([1, 6, 3, 2, 1, 1])).toBe(false);
    expect(isPlayable([3, null, null, 0, 0, 3])).toBe(false);
  });

  it('a higher register goes up the neck, fewer strings keep the bass', () => {
    const at = (register: number, strings = 6) =>
      guitarPath([{ chord: parseChord('A'), aim: { register, strings } }])[0]!.pitches;
    expect(at(45)).toEqual([45, 52, 57, 61, 64, 69]);
    expect(at(40, 4)).toHaveLength(4);
    expect(at(40, 4)[0]).toBe(45);
  });
});
