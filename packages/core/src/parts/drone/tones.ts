/** Which tone a drone holds over a chord. */
import { chordPitchClasses, type Chord } from '../../theory/chord';
import type { Key } from '../../theory/key';
import { mod, pitchClass } from '../../theory/pitch';
import type { DroneEvent } from './pattern';
import type { PitchClass } from '../../units/units';

const FIFTH = 7;

/** Whether a tone lies a semitone beside a tone of a chord, and beats with it. */
const clashes = (pc: PitchClass, tones: readonly number[]): boolean =>
  !tones.includes(pc) && tones.some((tone) => [1, 11].includes(mod(tone - pc, 12)));

/** Semitones from one pitch class to another, the shorter way. */
const distance = (a: number, b: number): number => Math.min(mod(a - b, 12), mod(b - a, 12));

/**
 * Pitch class of a drone's tone over a chord: the key's own whatever the chord, but where that would beat with a tone of
 * it; then the nearest of the chord's root and fifth (common practice: a drone gives way only where it must).
 */
export function droneTone(tone: DroneEvent['tone'], key: Key, chord: Chord): number {
  const own = mod(pitchClass(key.tonic) + (tone === 'fifth' ? FIFTH : 0), 12);
  const tones = chordPitchClasses(chord);
  if (!clashes(own, tones)) return own;
  const root = pitchClass(chord.root);
  const fifth = mod(root + FIFTH, 12);
  const firm = tones.includes(fifth) ? [root, fifth] : [root];
  return firm.reduce((near, pc) => (distance(pc, own) < distance(near, own) ? pc : near));
}
