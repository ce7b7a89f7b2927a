import type { Chord } from './chord';
import { degreePc, type Degree } from './degree';
import { mod, pitchClass } from './pitch';
import { scaleStep, type Key } from './key';
import type { PitchClass } from '../units/units';

/** Chord-scales by name, as degrees above their root. */
export const SCALES = {
  ionian: ['1', '2', '3', '4', '5', '6', '7'],
  dorian: ['1', '2', 'b3', '4', '5', '6', 'b7'],
  phrygian: ['1', 'b2', 'b3', '4', '5', 'b6', 'b7'],
  lydian: ['1', '2', '3', '#4', '5', '6', '7'],
  mixolydian: ['1', '2', '3', '4', '5', '6', 'b7'],
  aeolian: ['1', '2', 'b3', '4', '5', 'b6', 'b7'],
  locrian: ['1', 'b2', 'b3', '4', 'b5', 'b6', 'b7'],
  'melodic minor': ['1', '2', 'b3', '4', '5', '6', '7'],
  'harmonic minor': ['1', '2', 'b3', '4', '5', 'b6', '7'],
  'lydian augmented': ['1', '2', '3', '#4', '#5', '6', '7'],
  'lydian dominant': ['1', '2', '3', '#4', '5', '6', 'b7'],
  'mixolydian b6': ['1', '2', '3', '4', '5', 'b6', 'b7'],
  'locrian natural 2': ['1', '2', 'b3', '4', 'b5', 'b6', 'b7'],
  'phrygian dominant': ['1', 'b2', '3', '4', '5', 'b6', 'b7'],
  altered: ['1', 'b2', '#2', '3', 'b5', '#5', 'b7'],
  'half-whole diminished': ['1', 'b2', '#2', '3', '#4', '5', '6', 'b7'],
  'whole-half diminished': ['1', '2', 'b3', '4', 'b5', 'b6', '6', '7'],
  'whole tone': ['1', '2', '3', '#4', '#5', 'b7'],
  'ionian augmented': ['1', '2', '3', '4', '#5', '6', '7'],
} as const satisfies Record<string, readonly Degree[]>;

/** A scale by its name. */
export type ScaleName = keyof typeof SCALES;

export const SCALE_NAMES = Object.keys(SCALES) as ScaleName[];

const has = (chord: Chord, degree: Degree): boolean => chord.degrees.includes(degree);

const MAJOR_MODES: readonly ScaleName[] = [
  'ionian',
  'dorian',
  'phrygian',
  'lydian',
  'mixolydian',
  'aeolian',
  'locrian',
];
const MINOR_MODES: readonly ScaleName[] = [
  'aeolian',
  'locrian',
  'ionian',
  'dorian',
  'phrygian',
  'lydian',
  'mixolydian',
];

const fits = (chord: Chord, scale: ScaleName): boolean => {
  const pcs = new Set(SCALES[scale].map(degreePc));
  return chord.degrees.every((d) => pcs.has(degreePc(d)));
};

/** Scales by the chord's own tones, in order of preference, for what function does not settle. */
function byQuality(chord: Chord): readonly ScaleName[] {
  const dominant = has(chord, 'b7') && !has(chord, 'b3');
  if (has(chord, 'bb7') || (has(chord, 'b5') && has(chord, 'b3') && has(chord, '7'))) {
    return ['whole-half diminished'];
  }
  if (has(chord, 'b3') && has(chord, 'b5')) return ['locrian', 'locrian natural 2', 'whole-half diminished'];
  if (has(chord, 'b3')) {
    if (has(chord, '7')) return ['melodic minor', 'harmonic minor'];
    return ['dorian', 'aeolian', 'phrygian', 'locrian', 'melodic minor'];
  }
  if (dominant) {
    if (has(chord, '#5') && has(chord, '9')) return ['whole tone'];
    return [
      'mixolydian',
      'lydian dominant',
      'mixolydian b6',
      'phrygian dominant',
      'half-whole diminished',
      'altered',
      'whole tone',
    ];
  }
  if (has(chord, '#5')) return ['ionian augmented', 'lydian augmented', 'whole tone'];
  return ['ionian', 'lydian', 'mixolydian', 'lydian augmented', 'whole-half diminished'];
}

/** In minor, V is the leading-tone dominant; elsewhere the key's own mode on that step. */
function byFunction(chord: Chord, key: Key): ScaleName | null {
  const { step, alter } = scaleStep(chord, key);
  if (alter !== 0) return null;
  const dominant = has(chord, '3') && (has(chord, 'b7') || step === 4);
  if (key.mode === 'minor' && step === 4 && dominant) return 'phrygian dominant';
  return (key.mode === 'major' ? MAJOR_MODES : MINOR_MODES)[step]!;
}

/** Secondary dominants resolve a fifth down: to a minor step they take its flat sixth and ninth. */
function secondaryDominant(chord: Chord, key: Key): ScaleName | null {
  if (!has(chord, '3') || !has(chord, 'b7') || has(chord, '7')) return null;
  const tonic = pitchClass(key.tonic);
  const target = mod(pitchClass(chord.root) + 5 - tonic, 12);
  const minorSteps = key.mode === 'major' ? [2, 4, 9] : [0, 5, 7];
  return minorSteps.includes(target) && target !== 0 ? 'phrygian dominant' : null;
}

/**
 * The chord-scale a chord takes by default in a key (or, without one, by its quality alone): by function first (ii is Dorian, IV
 * Lydian…), then by its own tones. Every chord tone is in the scale given, save where no
 * scale of the list holds them all; then the scale that holds most.
 * Source: Mark Levine, The Jazz Theory Book (Sher, 1995), for the modes on each function.
 */
export function defaultScale(chord: Chord, key: Key | null): ScaleName {
  const preferred = key
    ? [byFunction(chord, key), secondaryDominant(chord, key), ...byQuality(chord)]
    : byQuality(chord);
  for (const scale of preferred) if (scale && fits(chord, scale)) return scale;
  const missing = (scale: ScaleName): number => {
    const pcs = new Set(SCALES[scale].map(degreePc));
    return chord.degrees.filter((d) => !pcs.has(degreePc(d))).length;
  };
  return [...SCALE_NAMES].sort((a, b) => missing(a) - missing(b))[0]!;
}

/** Pitch classes of a scale on a root, ascending from the root's own. */
export const scalePitchClasses = (rootPc: PitchClass, scale: ScaleName): number[] =>
  SCALES[scale].map((d) => mod(rootPc + degreePc(d), 12));
