/** Notes are written as their chord and key have them; against tonal 6.4.3 where a table is needed. */
import { Scale } from 'tonal';
import fc from 'fast-check';
import { recognise } from '@backline/core/analysis/recognise';
import { chordTones } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyNotes, keyOf } from '@backline/core/theory/key';
import { noteName, parseMidi, parseNote, pitchClass } from '@backline/core/theory/pitch';
import type { SCALE_NAMES } from '@backline/core/theory/scale';
import { spokenChord } from '@backline/core/theory/speech';
import { nameIn, noteGlyphs, scaleNotes, spell } from '@backline/core/theory/spelling';
import { troubleWith } from '@backline/core/voicing/guitar/check';
import { STANDARD_TUNING } from '@backline/core/voicing/guitar/tunings';
import { inverted, remarks } from '@backline/core/voicing/hand';
import { SEVENTEEN_ROOTS, anySymbol } from '../support/music';

const names = (root: string, scale: (typeof SCALE_NAMES)[number]): string =>
  scaleNotes(parseNote(root)!, scale).map(noteName).join(' ');

describe('scales', () => {
  it('of D has C sharp, of E flat A flat', () => {
    expect(names('D', 'ionian')).toBe('D E F# G A B C#');
    expect(names('Eb', 'ionian')).toBe('Eb F G Ab Bb C D');
    expect(names('C', 'altered')).toBe('C Db D# E Gb G# Bb');
  });

  it('of every root are spelt as tonal spells them', () => {
    const named = [
      'ionian',
      'dorian',
      'phrygian',
      'lydian',
      'mixolydian',
      'aeolian',
      'locrian',
      'melodic minor',
      'harmonic minor',
      'lydian dominant',
    ] as const;
    for (const root of SEVENTEEN_ROOTS) {
      for (const scale of named) {
        expect([root, scale, names(root, scale)]).toEqual([
          root,
          scale,
          Scale.get(`${root} ${scale}`).notes.join(' '),
        ]);
      }
    }
  });
});

describe('a note', () => {
  it.each([
    ['B', 'C', 63, 'D#4'],
    ['E', 'C', 56, 'G#3'],
    ['Eb', 'Eb', 56, 'Ab3'],
    ['Abm', 'Ab', 59, 'Cb4'],
    ['C#maj7', 'E', 60, 'B#3'],
    ['D', 'D', 61, 'C#4'],
    ['Gm7', 'Bb', 63, 'Eb4'],
  ])('over %s in %s: %d is %s', (symbol, key, pitch, name) => {
    expect(nameIn(pitch, { chord: parseChord(symbol), key: keyOf(key) })).toBe(name);
  });

  it('of the chord takes the chord’s letter, of the key the key’s, and always names the pitch', () => {
    const anyKey = fc.constantFrom('C', 'D', 'Eb', 'F#', 'Gb', 'Bm', 'C#m', 'Fm');
    fc.assert(
      fc.property(anySymbol, anyKey, fc.integer({ min: 24, max: 96 }), (symbol, keyText, pitch) => {
        const chord = parseChord(symbol);
        const key = keyOf(keyText);
        const note = spell(pitch, { chord, key });
        expect(pitchClass(note)).toBe(pitch % 12);
        const tone = chordTones(chord).find((t) => pitchClass(t) === pitch % 12);
        const own = keyNotes(key).find((t) => pitchClass(t) === pitch % 12);
        if (tone ?? own) expect(noteName(note)).toBe(noteName((tone ?? own)!));
        if (Math.abs(note.alter) < 2) expect(parseMidi(nameIn(pitch, { chord, key }))).toBe(pitch);
      }),
    );
  });
});

it('what is said of tones by hand, of frets and of clusters is spelt alike', () => {
  const d = keyOf('D');
  expect(recognise([52, 56, 59], keyOf('C')).tones).toEqual(['E', 'G#', 'B']);
  expect(recognise([61], d).tones).toEqual(['C#']);
  expect(remarks([50, 61, 66], parseChord('D'), true, d)).toEqual(['C♯4 is not in D.']);
  expect(inverted([90, 95], 'up', [28, 96, { key: keyOf('B') }])).toEqual({
    why: 'F♯7 is above C7, its highest.',
  });
  expect(troubleWith([null, 3, 2, 0, 2, 0], parseChord('C'), STANDARD_TUNING, keyOf('G'))).toContain(
    'String 2 sounds C♯, which is not in C.',
  );
  expect(spokenChord(parseChord('<D4,C#5,E5>'), d)).toBe('cluster of D, C sharp, E');
  expect(noteGlyphs('Bbb7#9/F#')).toBe('B♭♭7♯9/F♯');
});
