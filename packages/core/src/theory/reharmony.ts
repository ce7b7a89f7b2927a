/**
 * Other chords for the same melody, chord by chord. Common practice, as in W. Piston, Harmony (relatives and borrowed
 * chords), and in the handbooks of jazz (the tritone away): from memory.
 */
import { withoutBass, type Chord } from './chord';
import { parseChord } from './chordGrammar';
import { degreeNumber } from './degree';
import { diatonicQuality } from './diatonic';
import { keyNotes, scaleStep, type Key } from './key';
import { mod, noteName, pitchClass } from './pitch';
import { shiftSymbol, spellFor } from './transposition';

const TRITONE = 6;
const FIFTH = 7;

const isDominant = ({ degrees, exact }: Chord): boolean =>
  !exact && degrees.includes('3') && degrees.includes('b7');

/** What a chord is under what is added to it: root, third, fifth and seventh. */
const frame = ({ degrees }: Chord): string =>
  degrees.filter((degree) => [1, 3, 5, 7].includes(degreeNumber(degree))).join();

interface ChordInKey {
  /** 0-based step of the key. */
  readonly step: number;
  /** Tones of its frame: three, or four with a seventh. */
  readonly size: number;
  readonly isMajor: boolean;
}

/** Where a chord stands in its key; null for one that is not the key's own. What is added to it (a ninth, a sixth) is no matter. */
function ownOf(symbol: string, key: Key): ChordInKey | null {
  const chord = parseChord(withoutBass(symbol));
  if (chord.exact) return null;
  const { step, alter } = scaleStep(chord, key);
  const size = frame(chord).split(',').length;
  const isOwn = alter === 0 && size > 2 && frame(chord) === frame(parseChord(stepOf(key, step, size)));
  return isOwn ? { step, size, isMajor: chord.degrees.includes('3') } : null;
}

/** The chord of a key on one of its steps. */
const stepOf = (key: Key, step: number, size: number): string =>
  noteName(keyNotes(key)[step]!) + diatonicQuality(key, step, size);

/** A dominant seventh by that a tritone away, which shares its third and seventh. */
export function tritoneAway(symbol: string, key: Key): string {
  return isDominant(parseChord(symbol)) ? shiftSymbol(withoutBass(symbol), TRITONE, key) : symbol;
}

/** A major chord of the key by the minor one a third below it, a minor one by the major one a third above: two tones stay. */
export function relative(symbol: string, key: Key): string {
  const chord = parseChord(withoutBass(symbol));
  const own = ownOf(symbol, key);
  if (!own || isDominant(chord) || !chord.degrees.includes('5')) return symbol;
  return stepOf(key, mod(own.step + (own.isMajor ? -2 : 2), 7), own.size);
}

const isHomeOrDominant = (step: number): boolean => step === 0 || step === 4;

/** A chord of a major key by that of the minor key on the same tonic; home and dominant stay. */
export function borrowed(symbol: string, key: Key): string {
  const own = ownOf(symbol, key);
  if (key.mode === 'minor' || !own || isHomeOrDominant(own.step)) return symbol;
  return stepOf({ ...key, mode: 'minor' }, own.step, own.size);
}

/** The dominant seventh that leads to a chord; null to one that has no root. */
export function dominantOf(symbol: string, key: Key): string | null {
  const { exact, root } = parseChord(symbol);
  return exact ? null : `${noteName(spellFor(pitchClass(root) + FIFTH, key, true))}7`;
}
