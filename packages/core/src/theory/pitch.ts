/** Spelled pitch classes: a letter and an accidental, never a bare pitch class. */
import type { PitchClass, Semitones } from '../units/units';

/** Letter 0–6 for C D E F G A B; `alter` in semitones, negative for flats. */
export interface Spelled {
  readonly letter: number;
  readonly alter: number;
}

/** A distance in letter steps and semitones, so that spelling survives arithmetic. */
export interface Interval {
  readonly steps: number;
  readonly semitones: Semitones;
}

export const LETTERS = 'CDEFGAB';
const LETTER_SEMITONES = [0, 2, 4, 5, 7, 9, 11] as const;

/** The remainder that is never negative: 0 to under m. */
export const mod = (n: number, m: number): number => ((n % m) + m) % m;

/** The pitch of a class nearest to a pitch, MIDI numbers; the lower one where two are equally near. */
export function nearestOf(pc: PitchClass, to: number): number {
  const up = mod(pc - to, 12);
  return up < 6 ? to + up : to + up - 12;
}

/** Pitch class 0–11 of a spelled note: `pitchClass(E♭) === 3`. */
export function pitchClass(note: Spelled): number {
  return mod(LETTER_SEMITONES[note.letter]! + note.alter, 12);
}

/** The note an interval above another: E♭ plus a diminished seventh is D♭♭. */
export function transpose(note: Spelled, by: Interval): Spelled {
  const letter = note.letter + by.steps;
  const octaves = Math.floor(letter / 7);
  const target = LETTER_SEMITONES[note.letter]! + note.alter + by.semitones - 12 * octaves;
  const wrapped = mod(letter, 7);
  return { letter: wrapped, alter: target - LETTER_SEMITONES[wrapped]! };
}

/** The interval from one note up to another, within an octave: C to A is 5 steps, 9 semitones. */
export function intervalBetween(from: Spelled, to: Spelled): Interval {
  const steps = mod(to.letter - from.letter, 7);
  const natural =
    LETTER_SEMITONES[to.letter]! - LETTER_SEMITONES[from.letter]! + (to.letter < from.letter ? 12 : 0);
  return { steps, semitones: natural + to.alter - from.alter };
}

const ACCIDENTALS: Record<string, number> = {
  b: -1,
  '♭': -1,
  '𝄫': -2,
  '#': 1,
  '♯': 1,
  x: 2,
  '𝄪': 2,
  '♮': 0,
};

/**
 * Reads a note name at the start of a text: `"Bb7"` gives B♭ and length 2.
 * Returns null where no upper-case letter A–G stands. At most two accidentals are taken.
 */
export function readNote(text: string): { note: Spelled; length: number } | null {
  const letter = LETTERS.indexOf(text[0] ?? ' ');
  if (letter < 0) return null;
  let alter = 0;
  let length = 1;
  for (const sign of text.slice(1)) {
    const value = ACCIDENTALS[sign];
    if (value === undefined || Math.abs(alter + value) > 2) break;
    if (alter !== 0 && Math.sign(value) !== Math.sign(alter)) break;
    alter += value;
    length += sign.length;
  }
  return { note: { letter, alter }, length };
}

/** A whole text as one note name, or null: `parseNote("F#")`. */
export function parseNote(text: string): Spelled | null {
  const read = readNote(text);
  return read && read.length === text.length ? read.note : null;
}

/** ASCII name: `"Eb"`, `"F#"`, `"Dbb"`. */
export function noteName(note: Spelled): string {
  const sign = note.alter < 0 ? 'b' : '#';
  return LETTERS[note.letter]! + sign.repeat(Math.abs(note.alter));
}

const USUAL_NAMES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];

/** The usual name of a pitch class when no key says otherwise. */
export function usualSpelling(pc: PitchClass): Spelled {
  return parseNote(USUAL_NAMES[mod(pc, 12)]!)!;
}

/**
 * MIDI number of a note with octave in scientific pitch (C4 = 60), or of a plain number 0–127.
 * Returns null for anything else.
 */
export function parseMidi(text: string): number | null {
  if (/^\d{1,3}$/.test(text)) return Number(text) <= 127 ? Number(text) : null;
  const match = /^(.*?)(-?\d)$/.exec(text);
  const note = match && parseNote(match[1]!);
  if (!match || !note) return null;
  const midi = 12 * (Number(match[2]) + 1) + LETTER_SEMITONES[note.letter]! + note.alter;
  return midi >= 0 && midi <= 127 ? midi : null;
}

/** Name with octave for a MIDI number, spelled in the usual way: 60 is `"C4"`. */
export function midiName(midi: number): string {
  return noteName(usualSpelling(midi)) + String(Math.floor(midi / 12) - 1);
}
