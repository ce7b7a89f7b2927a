/** Chords in thirds on the steps of a scale, named by what the scale gives them. */
import { qualityText } from './chordGrammar';
import type { Structure } from './chord';
import { degreeInterval, type Degree } from './degree';
import type { Key } from './key';
import { noteName, transpose, type Spelled } from './pitch';
import { SCALES, type ScaleName } from './scale';

/** How many thirds are stacked: 0 triad, 1 seventh, 2 ninth, 3 eleventh, 4 thirteenth. */
export type Richness = 0 | 1 | 2 | 3 | 4;

const MAJOR = SCALES.ionian;
const MINOR = SCALES.aeolian;

const THIRDS: Record<number, Degree> = { 3: 'b3', 4: '3' };
const FIFTHS: Record<number, Degree> = { 6: 'b5', 7: '5', 8: '#5' };
const NINTHS: Record<number, Degree> = { 1: 'b9', 2: '9', 3: '#9' };
const ELEVENTHS: Record<number, Degree> = { 5: '11', 6: '#11' };
const THIRTEENTHS: Record<number, Degree> = { 8: 'b13', 9: '13' };

/** Semitones from one note of the scale up to the one so many notes on. */
function above(scale: readonly Degree[], step: number, by: number): number {
  const at = (index: number): number =>
    degreeInterval(scale[index % scale.length]!).semitones + 12 * Math.floor(index / scale.length);
  return at(step + by) - at(step);
}

/**
 * What stands in thirds on one step of a scale, as parts of a chord's name.
 * A stacked eleventh over a major third, and a flat ninth or thirteenth that would rub, are left out (common practice).
 */
export function stackedStructure(scale: readonly Degree[], step: number, richness: Richness): Structure {
  const third = THIRDS[above(scale, step, 2)] ?? null;
  const fifth = FIFTHS[above(scale, step, 4)] ?? null;
  const structure: Structure = {
    third,
    fifth,
    sixth: false,
    seventh: null,
    suspended: third ? [] : [above(scale, step, 2) < 3 ? '2' : '4'],
    extension: 0,
    alterations: [],
    added: [],
    omitted: [],
    altered: false,
  };
  if (richness === 0) return structure;
  const seventh = above(scale, step, 6);
  if (seventh === 9 && fifth === 'b5') structure.seventh = 'bb7';
  else if (seventh === 9) structure.sixth = true;
  else structure.seventh = seventh === 11 ? '7' : 'b7';
  if (!structure.seventh || structure.seventh === 'bb7' || scale.length !== 7) return structure;
  return richness === 1 ? structure : extended(structure, scale, step, richness);
}

/** Ninth, eleventh and thirteenth, those that do not rub against the chord. */
function extended(base: Structure, scale: readonly Degree[], step: number, richness: Richness): Structure {
  const minor = base.third === 'b3';
  const dominant = base.third === '3' && base.seventh === 'b7';
  const ninth = NINTHS[above(scale, step, 8) - 12];
  const eleventh = ELEVENTHS[above(scale, step, 10) - 12];
  const thirteenth = THIRTEENTHS[above(scale, step, 12) - 12];
  const altered: Degree[] = [];
  let extension = 0;
  if (ninth === '9') extension = 9;
  else if (dominant && ninth) altered.push(ninth);
  if (richness >= 3 && eleventh === '11' && minor && extension) extension = 11;
  if (richness >= 3 && eleventh === '#11' && !minor && base.fifth === '5') altered.push('#11');
  if (richness >= 4 && thirteenth === '13' && extension) extension = 13;
  if (richness >= 4 && thirteenth === 'b13' && dominant) altered.push('b13');
  return { ...base, extension, alterations: altered };
}

/** Quality of the chord on a step (0-based) of a key's own scale: `""`, `"m7"`, `"m7b5"`. `size` is 3 for triads, 4 for sevenths. */
export function diatonicQuality(key: Key, step: number, size: number): string {
  const scale = key.mode === 'major' ? MAJOR : MINOR;
  return qualityText(stackedStructure(scale, step, Math.max(0, Math.min(4, size - 3)) as Richness));
}

/** The chord on each step of a scale. */
export function chordsOfScale(tonic: Spelled, scale: ScaleName, richness: Richness): string[] {
  const degrees: readonly Degree[] = SCALES[scale];
  return degrees.map((degree, step) => {
    const root = transpose(tonic, degreeInterval(degree));
    return noteName(root) + qualityText(stackedStructure(degrees, step, richness));
  });
}
