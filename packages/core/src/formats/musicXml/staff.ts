/** How a part stands on its staff: its clef, how much higher it is written than it sounds, how its pitches are spelled. */
import type { BandBar, BandPart } from '../../band/index';
import { rangeOfInstrument } from '../../song/instrumentRanges';
import type { Chord } from '../../theory/chord';
import { parseChord } from '../../theory/chordGrammar';
import { spell } from '../../theory/spelling';
import { LETTERS } from '../../theory/pitch';
import { transposeSymbol } from '../../theory/transposition';
import type { MidiNote, Semitones } from '../../units/units';
import { transposedKey, type KeyMove } from './forInstrument';

/** How a part stands on its staff. */
export interface Staff {
  /** Semitones by which it is written higher than it sounds, beside the octave of its clef. */
  readonly by: Semitones;
  readonly clef: Clef;
  readonly keyOf: (bar: BandBar) => KeyMove;
}

/** A clef, and by how many octaves it moves what is read in it. */
export interface Clef {
  readonly sign: 'G' | 'F';
  readonly line: number;
  /** Octaves by which what is written sounds higher; lower where it is below 0. */
  readonly octave: number;
}

/** Lines that lie mostly under this are written in the bass clef, MIDI number: under B3 and its ledger lines. */
const LOW: MidiNote = 57;

function clefOf(pitches: readonly MidiNote[], octave: number): Clef {
  const mean = pitches.reduce((sum, pitch) => sum + pitch, 0) / Math.max(1, pitches.length);
  return mean - 12 * octave < LOW && pitches.length
    ? { sign: 'F', line: 4, octave }
    : { sign: 'G', line: 2, octave };
}

/** How a part is written: instruments that sound an octave off have that in their clef, whoever reads. */
export function staffOf(part: BandPart, forInstrument: boolean): Staff {
  const { written } = rangeOfInstrument(part.program);
  const isOctave = written % 12 === 0;
  const by = forInstrument && !isOctave ? written : 0;
  const octave = isOctave ? -written / 12 : 0;
  return {
    by,
    clef: clefOf(
      part.notes.map(({ pitch }) => pitch + by),
      octave,
    ),
    keyOf: ({ key }) => transposedKey(key, by),
  };
}

/** A pitch as it is written: its letter, its sign in semitones, its octave (C4 is middle C). */
export interface WrittenPitch {
  readonly step: string;
  readonly alter: number;
  readonly octave: number;
}

/** A pitch as it is written. An octave in the clef moves where it is drawn, not what it is called. */
export function writtenPitch(
  pitch: MidiNote,
  chord: Chord | null,
  { by }: Staff,
  move: KeyMove,
): WrittenPitch {
  const up = pitch + by;
  const { letter, alter } = spell(up, { chord: chord && chordFor(chord, move), key: move.key });
  return { step: LETTERS[letter]!, alter, octave: Math.floor((up - alter) / 12) - 1 };
}

/** A chord as it is written in a key that is moved; one of exact tones stays as it is. */
export const chordFor = (chord: Chord, { by }: KeyMove): Chord =>
  by && !chord.exact ? parseChord(transposeSymbol(chord.symbol, by)) : chord;
