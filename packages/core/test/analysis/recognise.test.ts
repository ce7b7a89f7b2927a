/** @jest-environment jsdom */
import { chord as music21 } from 'music21j';
import { Chord as TonalChord, Note } from 'tonal';
import { recognise } from '@backline/core/analysis/recognise';
import { chordPitchClasses, chordTones } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyOf } from '@backline/core/theory/key';
import { noteName, parseMidi, pitchClass } from '@backline/core/theory/pitch';
import { ALL_QUALITIES } from '@backline/core/theory/qualities';
import { TWELVE_ROOTS } from '../support/music';

const notes = (...names: string[]): number[] => names.map((n) => parseMidi(n)!);

/** Close position with the root lowest. */
const rootPosition = (symbol: string): number[] => {
  const chord = parseChord(symbol);
  const root = chordPitchClasses({ ...chord, degrees: ['1'] })[0]!;
  return chordPitchClasses(chord)
    .map((pc) => 48 + root + ((pc - root + 12) % 12))
    .sort((a, b) => a - b);
};

/** Pitches with octaves, spelled as the chord spells them: music21j reckons with letters. */
const spelled = (symbol: string, played: readonly number[]): string[] => {
  const tones = chordTones(parseChord(symbol));
  return played.map((p) => {
    const tone = tones.find((t) => pitchClass(t) === p % 12)!;
    const octave = Math.floor((p - tone.alter) / 12) - 1;
    return noteName(tone).replace(/b/g, '-') + String(octave);
  });
};

describe('recognition', () => {
  it.each([
    [['E3', 'A3', 'C4', 'E4'], 'Am/E'],
    [['C4', 'E4', 'G4'], 'C'],
    [['G3', 'C4', 'E4'], 'C/G'],
    [['C4', 'E4', 'G4', 'A4'], 'C6'],
    [['A3', 'C4', 'E4', 'G4'], 'Am7'],
    [['D3', 'C4', 'E4', 'G4'], 'C/D'],
    [['B3', 'D4', 'F4', 'A4'], 'Bm7b5'],
    [['C3', 'G3'], 'C5'],
    [['G2', 'F3', 'B3', 'E4'], 'G13'],
  ])('%j is %s first', (played, name) => expect(recognise(notes(...played)).names[0]).toBe(name));

  it('has the right name among its names for every quality on every root in every inversion, bass included', () => {
    const missed: string[] = [];
    for (const root of TWELVE_ROOTS) {
      for (const quality of ALL_QUALITIES) {
        const chord = parseChord(root + quality);
        const close = rootPosition(chord.symbol);
        for (let turn = 0; turn < close.length; turn++) {
          const played = [...close.slice(turn), ...close.slice(0, turn).map((p) => p + 12)];
          const right = recognise(played).names.some((name) => {
            const found = parseChord(name);
            const samePcs = chordPitchClasses(found).join() === chordPitchClasses(chord).join();
            return samePcs && pitchClass(found.bass) === played[0]! % 12;
          });
          if (!right) missed.push(`${chord.symbol} over ${played[0]! % 12}`);
        }
      }
    }
    expect(missed).toEqual([]);
  });

  it('puts the root first that music21j finds, for triads and sevenths that have one name only', () => {
    const wrong: string[] = [];
    for (const root of TWELVE_ROOTS) {
      // Sixth chords share their tones with sevenths, augmented and diminished sevenths have a root on every tone.
      for (const quality of ['', 'm', 'dim', '7', 'maj7', 'mMaj7']) {
        const close = rootPosition(root + quality);
        for (let turn = 0; turn < close.length; turn++) {
          const played = [...close.slice(turn), ...close.slice(0, turn).map((p) => p + 12)];
          const theirs = new music21.Chord(spelled(root + quality, played)).root();
          const ours = pitchClass(parseChord(recognise(played).names[0]!).root);
          if (ours !== theirs.ps % 12) wrong.push(`${root}${quality} ${played.join(' ')}: ${theirs.name}`);
        }
      }
    }
    expect(wrong).toEqual([]);
  });

  it('spells for the key it is asked in', () => {
    expect(recognise(notes('Db4', 'F4', 'Ab4'), keyOf('Ab')).names[0]).toBe('Db');
    expect(recognise(notes('Db4', 'F4', 'Ab4'), keyOf('F#')).names[0]).toBe('C#');
    expect(recognise(notes('F#3', 'A3', 'C4', 'Eb4'), keyOf('Gm')).names[0]).toBe('F#dim7');
  });

  it('names every quality in every root with the root lowest', () => {
    for (const root of TWELVE_ROOTS) {
      for (const quality of ALL_QUALITIES) {
        const symbol = parseChord(root + quality).symbol;
        const { names } = recognise(rootPosition(symbol));
        const same = names.filter(
          (n) => chordPitchClasses(parseChord(n)).join() === chordPitchClasses(parseChord(symbol)).join(),
        );
        expect([symbol, same.length > 0]).toEqual([symbol, true]);
      }
    }
  });

  it('holds among its names the one tonal detects first, for triads and sevenths in all inversions', () => {
    let held = 0;
    let asked = 0;
    for (const root of TWELVE_ROOTS) {
      for (const quality of ['', 'm', '7', 'maj7', 'm7', 'm7b5', 'm6', 'mMaj7']) {
        const close = rootPosition(root + quality);
        for (let turn = 0; turn < close.length; turn++) {
          const played = [...close.slice(turn), ...close.slice(0, turn).map((p) => p + 12)];
          const theirs = TonalChord.detect(played.map((p) => Note.fromMidi(p)))[0];
          if (!theirs) continue;
          const wanted = parseChord(theirs.replace('M/', '/').replace(/M$/, ''));
          const pcs = (s: string) => chordPitchClasses(parseChord(s)).join();
          asked++;
          if (recognise(played).names.some((n) => pcs(n) === chordPitchClasses(wanted).join())) held++;
        }
      }
    }
    expect(asked).toBeGreaterThan(300);
    expect(held).toBe(asked);
  });

  it('keeps what fits no name as a cluster with its tones', () => {
    expect(recognise(notes('C4', 'C#4', 'D4', 'D#4'))).toEqual({ names: [], tones: ['C', 'Db', 'D', 'Eb'] });
    expect(recognise([])).toEqual({ names: [], tones: [] });
  });
});
