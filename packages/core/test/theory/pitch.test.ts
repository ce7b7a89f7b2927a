import fc from 'fast-check';
import { Interval as TonalInterval, Note, transpose as tonalTranspose } from 'tonal';
import { degreeInterval, degreePc, degreeWord } from '@backline/core/theory/degree';
import {
  intervalBetween,
  midiName,
  noteName,
  parseMidi,
  parseNote,
  pitchClass,
  transpose,
} from '@backline/core/theory/pitch';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyInWords, spokenBeats, spokenChord } from '@backline/core/theory/speech';
import { SEVENTEEN_ROOTS } from '../support/music';

describe('notes', () => {
  it('transpose with their letters as tonal does', () => {
    for (const root of SEVENTEEN_ROOTS) {
      for (const name of [
        '2m',
        '2M',
        '3m',
        '3M',
        '4P',
        '4A',
        '5d',
        '5P',
        '5A',
        '6m',
        '6M',
        '7d',
        '7m',
        '7M',
      ]) {
        const { step, semitones } = TonalInterval.get(name);
        const ours = transpose(parseNote(root)!, { steps: step!, semitones: semitones! });
        expect([root, name, noteName(ours)]).toEqual([root, name, tonalTranspose(root, name)]);
      }
    }
  });

  it('an interval added and taken back is nothing', () => {
    const note = fc.constantFrom(...SEVENTEEN_ROOTS).map((n) => parseNote(n)!);
    fc.assert(fc.property(note, note, (a, b) => expect(transpose(a, intervalBetween(a, b))).toEqual(b)));
  });

  it('have MIDI numbers with C4 at 60, as tonal', () => {
    for (const name of ['C4', 'A0', 'C8', 'F#3', 'Bb5', 'E2', 'B#3', 'Cb4'])
      expect([name, parseMidi(name)]).toEqual([name, Note.midi(name)]);
    expect([parseMidi('128'), parseMidi('H4'), parseMidi('C'), parseMidi('127')]).toEqual([
      null,
      null,
      null,
      127,
    ]);
    expect(midiName(60)).toBe('C4');
  });

  it('read real accidentals, two at most', () => {
    expect(pitchClass(parseNote('B♭')!)).toBe(10);
    expect(noteName(parseNote('F𝄪')!)).toBe('F##');
    expect([parseNote('Cbbb'), parseNote('C#b'), parseNote('h'), parseNote('')]).toEqual([
      null,
      null,
      null,
      null,
    ]);
  });
});

describe('degrees', () => {
  it.each([
    ['1', 0],
    ['b3', 3],
    ['#11', 6],
    ['bb7', 9],
    ['13', 9],
    ['b9', 1],
    ['#5', 8],
  ])('%s is %i above the root', (degree, pc) => {
    expect(degreePc(degree)).toBe(pc);
  });

  it('are words for the reason of a note', () => {
    expect(['1', 'b7', '#9', '13'].map(degreeWord)).toEqual(['root', 'seventh', 'ninth', 'thirteenth']);
    expect(() => degreeInterval('x')).toThrow(/not a degree/);
  });
});

describe('said aloud', () => {
  it.each([
    ['Bm7', 'B minor seven'], ['Eb', 'E flat major'], ['F#m7b5/A', 'F sharp minor seven flat five over A'],
    ['C6/9', 'C six nine'], ['Gsus4', 'G suspended four'], ['AmMaj7', 'A minor major seven'], ['D5', 'D power chord'],
    ['Caug', 'C augmented'], ['Bdim7', 'B diminished seven'], ['C7b9b13', 'C seven flat nine flat thirteen'],
  ])('%s', (symbol, words) => expect(spokenChord(parseChord(symbol))).toBe(words)); // prettier-ignore

  it('keys and beats', () => {
    expect([keyInWords('Eb'), keyInWords('F#m')]).toEqual(['E♭ major', 'F♯ minor']);
    expect([1, 2.5, 4 / 3, 2 / 3, 0.25, 3, 4 / 7].map(spokenBeats)).toEqual([
      ...['1 beat', '2½ beats', '1⅓ beats', '⅔ beat', '¼ beat', '3 beats', '0.57 beat'],
    ]);
  });
});
