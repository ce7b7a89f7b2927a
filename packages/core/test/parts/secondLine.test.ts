/** Second lines: in the scale over each chord, in range, note for note with the first. */
import type { Note } from '@backline/core/parts/note';
import type { SecondLine } from '@backline/core/song/choices';
import { secondLine } from '@backline/core/parts/secondLine';
import { midiName } from '@backline/core/theory/pitch';
import { regionsIn, song as chartOf } from '../support/music';

const spansOf = (bars: string, header = 'key: C') => regionsIn(chartOf(bars, header))[0]![0]!.spans;
const notesOf = (...pitches: number[]): Note[] =>
  pitches.map((pitch, i) => ({
    start: i * 480,
    duration: 400,
    pitch,
    velocity: 80,
    noteFunction: 'root',
    span: 0,
  }));
const named = (bars: string, how: SecondLine, ...pitches: number[]): string =>
  secondLine(notesOf(...pitches), spansOf(bars), how, [36, 96])
    .map(({ pitch }) => midiName(pitch))
    .join(' ');

// C major, bar of C: scale steps as every primer of harmony counts them (common practice).
it.each<[SecondLine, string]>([
  ['third below', 'A4 B4 C5 E5'],
  ['third above', 'E5 F5 G5 B5'],
  ['sixth below', 'E4 F4 G4 B4'],
  ['octave below', 'C4 D4 E4 G4'],
  ['chord tone below', 'G4 G4 C5 E5'],
])('over C major a %s of C D E G is %s', (how, expected) => {
  expect(named('C | C', how, 72, 74, 76, 79)).toBe(expected);
});

it('a third is that of the scale over the chord that is there', () => {
  expect(named('C7', 'third below', 72)).toBe('A4');
  expect(named('Cm7', 'third below', 79)).toBe('Eb5');
  expect(named('Cmaj7', 'third below', 79)).toBe('E5');
  // Of a note between the scale's the next that is in it counts.
  expect(named('C', 'third below', 73)).toBe('B4');
});

it('a block is the chord closely under the note, its second voice an octave lower', () => {
  // Drop 2 of Cmaj7 under B: G–C–E–B with the voice under the top an octave down (common practice of arranging).
  expect(named('Cmaj7', 'block', 83)).toBe('G4 C5 E5');
  expect(named('Dm7', 'block', 81)).toBe('F4 C5 D5');
});

it('where there is no chord it is silent, and what lies beyond a range comes into it', () => {
  expect(named('N.C.', 'third below', 72)).toBe('');
  const low = secondLine(notesOf(40, 52), spansOf('C | C'), 'octave below', [48, 72]);
  expect(low.every(({ pitch }) => pitch >= 48 && pitch <= 72)).toBe(true);
});
