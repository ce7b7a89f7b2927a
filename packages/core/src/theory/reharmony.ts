/**
 * Other chords for the same melody, chord by chord. Common practice, as in W. Piston, Harmony (relatives and borrowed
 * chords), and in the handbooks of jazz (the tritone away): from memory.
 */
import { withoutBass, type Chord } from './chord';
import { parseChord } from './chordGrammar';
import { diatonicQuality } from './diatonic';
import { keyNotes, scaleStep, type Key } from './key';
import { mod, noteName, pitchClass } from './pitch';
import { fitSymbol, shiftSymbol, spellFor } from './transposition';

const TRITONE = 6;
const FIFTH = 7;

const isDominant = ({ degrees, exact }: Chord): boolean =>
  !exact && degrees.includes('3') && degrees.includes('b7');

/** The step of a chord that is the key's own, 0-based; null for any other. */
function ownStep(chord: Chord, key: Key): number | null {
  if (chord.exact) return null;
  const { step, alter } = scaleStep(chord, key);
  return alter === 0 && chord.quality === diatonicQuality(key, step, chord.degrees.length) ? step : null;
}

/** A dominant seventh by that a tritone away, which shares its third and seventh. */
export function tritoneAway(symbol: string, key: Key): string {
  return isDominant(parseChord(symbol)) ? shiftSymbol(withoutBass(symbol), TRITONE, key) : symbol;
}

/** A major chord of the key by the minor one a third below it, a minor one by the major one a third above: two tones stay. */
export function relative(symbol: string, key: Key): string {
  const chord = parseChord(withoutBass(symbol));
  const step = ownStep(chord, key);
  const fifth = chord.degrees.includes('5');
  if (step === null || isDominant(chord) || !fifth) return symbol;
  const to = mod(step + (chord.degrees.includes('3') ? -2 : 2), 7);
  return noteName(keyNotes(key)[to]!) + diatonicQuality(key, to, chord.degrees.length);
}

const isHomeOrDominant = (step: number): boolean => step === 0 || step === 4;

/** A chord of a major key by that of the minor key on the same tonic; home and dominant stay. */
export function borrowed(symbol: string, key: Key): string {
  const step = ownStep(parseChord(withoutBass(symbol)), key);
  if (key.mode === 'minor' || step === null || isHomeOrDominant(step)) return symbol;
  return fitSymbol(withoutBass(symbol), key, { ...key, mode: 'minor' });
}

/** The dominant seventh that leads to a chord; null to one that has no root. */
export function dominantOf(symbol: string, key: Key): string | null {
  const { exact, root } = parseChord(symbol);
  return exact ? null : `${noteName(spellFor(pitchClass(root) + FIFTH, key, true))}7`;
}
