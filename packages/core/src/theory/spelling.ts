/** How a sounding note is written: as its chord has it, else as its key has it. The one place where pitches get names. */
import { chordTones, type Chord } from './chord';
import { degreeInterval } from './degree';
import type { Key } from './key';
import { mod, noteName, pitchClass, transpose, usualSpelling, type Spelled } from './pitch';
import { SCALES, type ScaleName } from './scale';
import { spellFor } from './transposition';
import type { MidiNote } from '../units/units';

/** Where a note sounds. Without a chord the key decides, without either the usual name. */
export interface SpellingContext {
  readonly chord?: Chord | null;
  readonly key?: Key | null;
}

/** A pitch (or pitch class) as it is written where it sounds: G♯ in E major's chord, C♯ in the key of D. */
export function spell(pitch: MidiNote, { chord = null, key = null }: SpellingContext): Spelled {
  const pc = mod(pitch, 12);
  const own = chord && !chord.exact ? [...chordTones(chord), chord.bass] : [];
  const tone = own.find((note) => pitchClass(note) === pc);
  return tone ?? (key ? spellFor(pc, key) : usualSpelling(pc));
}

/** Name with octave in scientific pitch: 59 in A♭ minor's chord is `"Cb4"`. */
export function nameIn(pitch: MidiNote, where: SpellingContext): string {
  const note = spell(pitch, where);
  return noteName(note) + String(Math.floor((pitch - note.alter) / 12) - 1);
}

/** The notes of a scale, each degree on its own letter: ionian on D has C♯. */
export const scaleNotes = (root: Spelled, scale: ScaleName): Spelled[] =>
  SCALES[scale].map((degree) => transpose(root, degreeInterval(degree)));

/** Real flats and sharps in the names of notes and chords: `"Bb7"` is B♭7. */
export const noteGlyphs = (text: string): string =>
  text.replace(/(?<=[A-G])b+/g, (flats) => '♭'.repeat(flats.length)).replace(/#/g, '♯');
