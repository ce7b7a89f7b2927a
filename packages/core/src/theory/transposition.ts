import { isSlash, type Chord } from './chord';
import { parseChord } from './chordGrammar';
import { clusterSymbol } from './cluster';
import { keyNotes, scaleStep, type Key } from './key';
import { diatonicQuality } from './diatonic';
import { intervalBetween, mod, noteName, pitchClass, transpose, usualSpelling } from './pitch';
import type { Interval, Spelled } from './pitch';
import type { PitchClass, Semitones } from '../units/units';

/**
 * Notes outside the key, by semitones above its tonic: chord roots take the flat side save for
 * the raised fourth (common practice), diminished chords the sharp side, since they lead upward.
 */
const CHROMATIC: Record<number, Interval> = {
  1: { steps: 1, semitones: 1 },
  3: { steps: 2, semitones: 3 },
  4: { steps: 2, semitones: 4 },
  6: { steps: 3, semitones: 6 },
  8: { steps: 5, semitones: 8 },
  9: { steps: 5, semitones: 9 },
  10: { steps: 6, semitones: 10 },
  11: { steps: 6, semitones: 11 },
};
const LEADING: Record<number, Interval> = {
  1: { steps: 0, semitones: 1 },
  3: { steps: 1, semitones: 3 },
  6: { steps: 3, semitones: 6 },
  8: { steps: 4, semitones: 8 },
};

/** A pitch class as a key spells it. `leading` chooses the sharp side for notes outside the key. */
export function spellFor(pc: PitchClass, key: Key, leading = false): Spelled {
  const own = keyNotes(key).find((note) => pitchClass(note) === mod(pc, 12));
  if (own) return own;
  const above = mod(pc - pitchClass(key.tonic), 12);
  const interval = (leading ? LEADING[above] : undefined) ?? CHROMATIC[above];
  const note = interval ? transpose(key.tonic, interval) : usualSpelling(pc);
  // E♯ and B♯ that are not the key's own name no chord anyone would write.
  const odd = note.alter === 1 && (note.letter === 2 || note.letter === 6);
  return odd || Math.abs(note.alter) > 1 ? usualSpelling(pc) : note;
}

const plain = (note: Spelled): Spelled => (Math.abs(note.alter) > 1 ? usualSpelling(pitchClass(note)) : note);

const written = (root: Spelled, quality: string, bass: Spelled | null): string =>
  noteName(root) + quality + (bass && noteName(bass) !== noteName(root) ? `/${noteName(bass)}` : '');

/** Semitones of an interval taken the nearer way: −5 to 6. */
export const nearerWay = (semitones: Semitones): number => mod(semitones + 5, 12) - 5;

const moved = (chord: Chord, semitones: Semitones): string =>
  clusterSymbol(chord.exact!.map((p) => Math.max(0, Math.min(127, p + semitones))));

/** A chord an interval higher, its letters kept right: E♭m7♭5 up a fifth is B♭m7♭5. */
export function transposeSymbol(symbol: string, by: Interval): string {
  const chord = parseChord(symbol);
  if (chord.exact) return moved(chord, nearerWay(by.semitones));
  const bass = isSlash(chord) ? plain(transpose(chord.bass, by)) : null;
  return written(plain(transpose(chord.root, by)), chord.quality, bass);
}

const leadsUp = (chord: Chord): boolean => chord.degrees.includes('b5') && chord.degrees.includes('b3');

/** The same sounding chord, spelled for a key. */
export function respell(symbol: string, key: Key): string {
  const chord = parseChord(symbol);
  if (chord.exact) return symbol;
  const root = spellFor(pitchClass(chord.root), key, leadsUp(chord));
  if (!isSlash(chord)) return written(root, chord.quality, null);
  // A bass that is a chord tone keeps its place above the root, so that its letter stays right.
  const bass = transpose(root, intervalBetween(chord.root, chord.bass));
  return written(root, chord.quality, plain(bass));
}

/** A chord some semitones higher, spelled for the key it stands in. */
export function shiftSymbol(symbol: string, semitones: Semitones, key: Key): string {
  const chord = parseChord(symbol);
  if (chord.exact) return moved(chord, semitones);
  const up: Interval = { steps: 0, semitones: mod(semitones, 12) };
  return respell(transposeSymbol(symbol, up), key);
}

/** The interval from one key's tonic up to another's. */
export const keyInterval = (from: Key, to: Key): Interval => intervalBetween(from.tonic, to.tonic);

/**
 * A chord of one key fitted to another by its degree. Between keys of one mode that is
 * transposition; from major to minor or back a chord of the old key's own scale takes the
 * quality its degree has in the new one (vi in C major is Am, VI in C minor is A♭).
 */
export function fitSymbol(symbol: string, from: Key, to: Key): string {
  const chord = parseChord(symbol);
  const straight = transposeSymbol(symbol, keyInterval(from, to));
  if (from.mode === to.mode || chord.exact || isSlash(chord)) return straight;
  const { step, alter } = scaleStep(chord, from);
  const size = chord.degrees.length;
  if (alter !== 0 || chord.quality !== diatonicQuality(from, step, size)) return straight;
  return noteName(keyNotes(to)[step]!) + diatonicQuality(to, step, size);
}
