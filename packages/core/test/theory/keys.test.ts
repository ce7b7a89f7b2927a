import { Key as TonalKey, Scale as TonalScale } from 'tonal';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyNotes, keyOf, keyText, parseKey, romanNumeral, signature } from '@backline/core/theory/key';
import { noteName, pitchClass } from '@backline/core/theory/pitch';
import { SCALES, defaultScale, scalePitchClasses } from '@backline/core/theory/scale';

const MAJORS = ['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'Cb'];
const MINORS = ['A', 'E', 'B', 'F#', 'C#', 'G#', 'D#', 'A#', 'D', 'G', 'C', 'F', 'Bb', 'Eb', 'Ab'];

describe('keys', () => {
  it('have the notes and signatures of tonal, 15 major and 15 minor', () => {
    for (const tonic of MAJORS) {
      const theirs = TonalKey.majorKey(tonic);
      expect([tonic, keyNotes(keyOf(tonic)).map(noteName)]).toEqual([tonic, [...theirs.scale]]);
      expect(signature(keyOf(tonic))).toBe(theirs.alteration);
    }
    for (const tonic of MINORS) {
      const theirs = TonalKey.minorKey(tonic);
      expect([tonic, keyNotes(keyOf(`${tonic}m`)).map(noteName)]).toEqual([tonic, [...theirs.natural.scale]]);
      expect(signature(keyOf(`${tonic}m`))).toBe(theirs.alteration);
    }
  });

  it.each([
    ['E', 'E'],
    ['F#m', 'F#m'],
    ['Bb major', 'Bb'],
    ['a minor', 'Am'],
    ['E♭', 'Eb'],
    ['c', 'Cm'],
  ])('reads %s', (text, written) => {
    expect(keyText(parseKey(text)!)).toBe(written);
  });

  it.each(['', 'H', 'G##', 'Fb', 'C dorian', 'Cmaj7'])('"%s" is no key', (text) =>
    expect(parseKey(text)).toBeNull(),
  );
});

describe('functions', () => {
  it.each([
    ['C', 'Dm7', 'ii7'],
    ['C', 'G7', 'V7'],
    ['C', 'Bdim', 'vii°'],
    ['C', 'Ab', 'bVI'],
    ['C', 'F#m7b5', '#ivø7'],
    ['Am', 'E7', 'V7'],
    ['Am', 'F', 'VI'],
    ['Am', 'Bdim', 'ii°'],
    ['Eb', 'Cm7', 'vi7'],
    ['C', 'E+', 'III+'],
  ])('in %s, %s is %s', (key, symbol, numeral) => {
    expect(romanNumeral(parseChord(symbol), keyOf(key))).toBe(numeral);
  });

  it('diatonic seventh chords have the numerals and modes of their step (Levine, The Jazz Theory Book)', () => {
    const modes = ['ionian', 'dorian', 'phrygian', 'lydian', 'mixolydian', 'aeolian', 'locrian'];
    for (const tonic of MAJORS) {
      TonalKey.majorKey(tonic).chords.forEach((symbol, step) => {
        const chord = parseChord(symbol);
        expect([symbol, defaultScale(chord, keyOf(tonic))]).toEqual([symbol, modes[step]]);
        expect(romanNumeral(chord, keyOf(tonic))).toBe(
          ['Imaj7', 'ii7', 'iii7', 'IVmaj7', 'V7', 'vi7', 'viiø7'][step],
        );
      });
    }
  });
});

describe('chord-scales', () => {
  it('are the scales tonal knows by the same names', () => {
    const theirNames: Record<string, string> = {
      'whole-half diminished': 'diminished',
      'half-whole diminished': 'half-whole diminished',
      'locrian natural 2': 'locrian #2',
      'mixolydian b6': 'mixolydian b6',
      'ionian augmented': 'ionian augmented',
    };
    let compared = 0;
    for (const name of Object.keys(SCALES) as (keyof typeof SCALES)[]) {
      const theirs = TonalScale.get(`C ${theirNames[name] ?? name}`);
      if (theirs.empty) continue;
      const pcs = theirs.notes.map((n) => pitchClass(keyNotesOf(n))).sort((a, b) => a - b);
      expect([name, scalePitchClasses(0, name).sort((a, b) => a - b)]).toEqual([name, pcs]);
      compared++;
    }
    expect(compared).toBeGreaterThan(15);
  });

  it.each([
    ['C', 'A7', 'phrygian dominant'],
    ['C', 'D7', 'mixolydian'],
    ['Am', 'E7', 'phrygian dominant'],
    ['C', 'G7alt', 'altered'],
    ['C', 'Cdim7', 'whole-half diminished'],
    ['Cm', 'CmMaj7', 'melodic minor'],
    ['C', 'G9#5', 'whole tone'],
    ['C', 'Db7#11', 'lydian dominant'],
  ])('in %s, %s takes %s', (key, symbol, scale) => {
    expect(defaultScale(parseChord(symbol), keyOf(key))).toBe(scale);
  });
});

const keyNotesOf = (name: string) => parseChord(name).root;
