import { degreeInterval, degreeNumber, degreePc, type Degree } from './degree';
import { mod, noteName, pitchClass, transpose, type Spelled } from './pitch';
import type { PitchClass } from '../units/units';

/**
 * A chord as its name says it. `degrees` are in ascending order of number (1 b3 5 b7 9);
 * `optional` are those of them that its name only implies (the fifth, a ninth under a
 * thirteenth, the choices of an altered dominant) and that a voicing may leave out.
 */
export interface Chord {
  /** Canonical ASCII symbol, e.g. `"Ebm7b5/Gb"`. */
  readonly symbol: string;
  /** What follows the root in the symbol, without the slash bass. */
  readonly quality: string;
  readonly root: Spelled;
  /** The sounding bass: the slash bass where there is one, otherwise the root. */
  readonly bass: Spelled;
  readonly degrees: readonly Degree[];
  readonly optional: readonly Degree[];
  /** The very pitches of a cluster, MIDI numbers ascending; a named chord has none. */
  readonly exact?: readonly number[];
}

/** Parts of a quality as the grammar collects them. */
export interface Structure {
  third: Degree | null;
  fifth: Degree | null;
  sixth: boolean;
  seventh: Degree | null;
  suspended: readonly Degree[];
  /** Stacked extension (9, 11, 13) or 0. */
  extension: number;
  alterations: readonly Degree[];
  added: readonly Degree[];
  omitted: readonly number[];
  altered: boolean;
}

const sortDegrees = (degrees: Iterable<Degree>): Degree[] =>
  [...new Set(degrees)].sort(
    (a, b) => degreeNumber(a) - degreeNumber(b) || degreeInterval(a).semitones - degreeInterval(b).semitones,
  );

/** Our reading of each structure (conventions in docs/architecture.md): 13 has no 11, 11 no third. */
export function structureDegrees(s: Structure): { degrees: Degree[]; optional: Degree[] } {
  const degrees = new Set<Degree>(['1']);
  const optional = new Set<Degree>();
  const minor = s.third === 'b3';
  if (s.suspended.length) s.suspended.forEach((d) => degrees.add(d));
  else if (s.third) degrees.add(s.third);
  if (s.fifth) {
    degrees.add(s.fifth);
    if (s.fifth === '5' && (s.seventh || s.sixth || s.added.length)) optional.add('5');
  }
  if (s.sixth) degrees.add('6');
  if (s.seventh) degrees.add(s.seventh);
  const altersNinth = s.alterations.some((d) => degreeNumber(d) === 9);
  const altersEleventh = s.alterations.some((d) => degreeNumber(d) === 11);
  if (s.extension >= 9 && !altersNinth) {
    degrees.add('9');
    if (s.extension > 9) optional.add('9');
  }
  if (s.extension === 11 && !altersEleventh) {
    degrees.add('11');
    if (!minor && s.seventh === 'b7') degrees.delete('3');
  }
  if (s.extension === 13) degrees.add('13');
  s.alterations.forEach((d) => degrees.add(d));
  s.added.forEach((d) => degrees.add(d));
  if (s.altered) {
    degrees.delete('5');
    for (const d of ['b9', '#9', '#11', 'b13']) {
      degrees.add(d);
      optional.add(d);
    }
  }
  for (const n of s.omitted) {
    for (const d of [...degrees]) if (degreeNumber(d) === n) degrees.delete(d);
  }
  return { degrees: sortDegrees(degrees), optional: sortDegrees(optional) };
}

/** The chord's tones, spelled, in the order of its degrees. */
export const chordTones = (chord: Chord): Spelled[] =>
  chord.degrees.map((d) => transpose(chord.root, degreeInterval(d)));

/** Facts of a chord that are asked for at every note, worked out once. */
interface ChordFacts {
  readonly pitchClasses: readonly number[];
  /** The degree at each pitch class, or null. */
  readonly degrees: readonly (Degree | null)[];
}

const memory = new WeakMap<Chord, ChordFacts>();

function known(chord: Chord): ChordFacts {
  let found = memory.get(chord);
  if (!found) {
    const pcs = chord.degrees.map((d) => degreePcOf(chord, d));
    const degrees = Array.from({ length: 12 }, (_, pc) => chord.degrees[pcs.indexOf(pc)] ?? null);
    found = { pitchClasses: [...new Set(pcs)].sort((a, b) => a - b), degrees };
    memory.set(chord, found);
  }
  return found;
}

/** Pitch classes 0–11 of the chord without a foreign slash bass, ascending. */
export const chordPitchClasses = (chord: Chord): readonly number[] => known(chord).pitchClasses;

/** Pitch class of one degree of the chord. */
export const degreePcOf = (chord: Chord, degree: Degree): number =>
  mod(pitchClass(chord.root) + degreePc(degree), 12);

/** The degree a pitch class has in the chord, or null when it is no chord tone. */
export const degreeAt = (chord: Chord, pc: PitchClass): Degree | null => known(chord).degrees[mod(pc, 12)]!;

/** True where the slash bass is not among the chord's tones. */
export const hasForeignBass = (chord: Chord): boolean => degreeAt(chord, pitchClass(chord.bass)) === null;

/** Whether a chord stands on another bass than its root. */
export const isSlash = (chord: Chord): boolean => noteName(chord.bass) !== noteName(chord.root);

/** A symbol without its slash bass; a 6/9 keeps its own slash. */
export const withoutBass = (symbol: string): string => symbol.replace(/\/[A-G][b#]*$/, '');
