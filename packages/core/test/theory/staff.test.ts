/** Places on a staff (common practice: middle C is the line below the treble staff, the top line of it F5). */
import fc from 'fast-check';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyOf } from '@backline/core/theory/key';
import { spell } from '@backline/core/theory/spelling';
import { pitchOn, stepOf } from '@backline/core/theory/staff';
import { anySymbol } from '../support/music';

const step = (symbol: string, pitch: number): number =>
  stepOf(pitch, spell(pitch, { chord: parseChord(symbol) }));

it.each([
  ['C', 60, 28],
  ['Dm', 77, 38],
  ['F', 57, 26],
  ['Eb', 63, 30],
  ['B', 63, 29],
  ['Cb', 59, 28],
  ['C#maj7', 60, 27],
])('in %s the pitch %i stands on step %i', (symbol, pitch, expected) => {
  expect(step(symbol, pitch)).toBe(expected);
});

it('a step holds the chord’s tone of its letter, else the key’s', () => {
  expect(pitchOn(30, parseChord('Ebm7b5'), keyOf('C'))).toBe(63);
  expect(pitchOn(32, parseChord('Ebm7b5'), keyOf('C'))).toBe(66);
  expect(pitchOn(28, parseChord('Em'), keyOf('D'))).toBe(61);
  expect(pitchOn(35, parseChord('Cb'), keyOf('Gb'))).toBe(71);
});

it('chord tones go to the staff and back', () => {
  fc.assert(
    fc.property(anySymbol, fc.integer({ min: 36, max: 84 }), (symbol, pitch) => {
      const chord = parseChord(symbol);
      const note = spell(pitch, { chord });
      const letters = chord.degrees.length;
      const back = pitchOn(stepOf(pitch, note), chord, keyOf('C'));
      // Two tones on one letter (a minor and a sharp ninth) share a step.
      expect(letters > 0 && Math.abs(back - pitch) <= 2).toBe(true);
    }),
  );
});
