import { type Chord, degreeAt } from '../theory/chord';
import { degreeNumber } from '../theory/degree';
import { mod, pitchClass } from '../theory/pitch';
import type { VoicingType } from '../song/choices';
import type { Semitones } from '../units/units';

/** Costs of a voicing and of going from one to the next. The unit is one semitone of movement in one voice. */
export const COST = {
  /** For each semitone the lowest tone lies off the register. */
  register: 0.9,
  /** For each semitone the mean distance of neighbours lies off the spread. */
  spread: 3,
  /** For each pair of neighbours closer than a fifth below C3, or a second below E3. */
  muddy: 14,
  /** For neighbours a half step apart at the top of the voicing. */
  topRub: 3,
  /** For a leap in any voice beyond a fourth, each semitone. */
  leap: 3,
  /** For the top line beyond a whole step, each semitone. */
  topLeap: 0.6,
  /** For a slash bass that is not the lowest tone where no bass part plays it. */
  bassNotLowest: 60,
  /** For doubling another tone than the first choice. */
  secondDoubling: 1.5,
  /** For a tone that would rub with that of another player, where they have agreed on places. */
  offSeam: 7,
  /** Strict part-writing: for two voices that go from a perfect fifth, octave or unison to another of its kind. */
  parallel: 40,
  /** Strict part-writing: for a leading tone that does not rise to the root, a seventh that does not fall a step. */
  unresolved: 10,
} as const;

/** What each thing that counts against a voicing or a move costs. */
export type Costs = { readonly [name in keyof typeof COST]: number };

/**
 * Where a voicing type weighs otherwise: its form fixes the spread, so that only the register counts;
 * bare roots and fifths lie as low as they are wanted; a guitar's shapes bring costs of their own.
 */
const BY_MANNER: Partial<Record<VoicingType, Partial<Costs>>> = {
  close: { spread: 0 },
  'drop 2': { spread: 0 },
  'drop 3': { spread: 0 },
  quartal: { spread: 0 },
  shell: { spread: 1 },
  'two hands': { spread: 1 },
  power: { spread: 0, muddy: 0 },
  root: { spread: 0 },
  'root and fifth': { spread: 0 },
  'root and octave': { spread: 0 },
  guitar: { spread: 0, muddy: 0, register: 0.5 },
};

const memory = new Map<VoicingType, Costs>();

/** What weighs how much where chords are laid out by a voicing type; of no unit. */
export function costsOf(voicingType: VoicingType): Costs {
  let costs = memory.get(voicingType);
  if (!costs) memory.set(voicingType, (costs = { ...COST, ...BY_MANNER[voicingType] }));
  return costs;
}

/** Common practice for keyboard and ensembles: fifths below C3, no seconds below E3. */
const LOWEST_THIRD = 48;
const LOWEST_SECOND = 52;

/** Number of neighbouring pairs too close for how low they lie. */
export function muddyPairs(pitches: readonly number[]): number {
  let count = 0;
  for (let i = 0; i + 1 < pitches.length; i++) {
    const low = pitches[i]!;
    const gap = pitches[i + 1]! - low;
    if ((low < LOWEST_THIRD && gap < 7) || (low < LOWEST_SECOND && gap < 3)) count++;
  }
  return count;
}

/** Mean distance of neighbouring tones in semitones; 0 for a single tone. */
export const meanSpread = (pitches: readonly number[]): number =>
  pitches.length < 2 ? 0 : (pitches[pitches.length - 1]! - pitches[0]!) / (pitches.length - 1);

/** What a voicing costs by itself. */
export function nodeCost(
  pitches: readonly number[],
  aim: { register: number; spread: number },
  costs: Costs,
): number {
  const top = pitches.length - 1;
  const topGap = top > 0 ? pitches[top]! - pitches[top - 1]! : 12;
  return (
    costs.register * Math.abs(pitches[0]! - aim.register) +
    costs.spread * Math.abs(meanSpread(pitches) - aim.spread) +
    costs.muddy * muddyPairs(pitches) +
    (topGap === 1 ? costs.topRub : 0)
  );
}

/** Total movement of the voices between two voicings, semitones; unequal counts match to the nearest tone. */
export function movement(a: readonly number[], b: readonly number[]): number {
  if (a.length === b.length) {
    let sum = 0;
    for (let i = 0; i < a.length; i++) sum += Math.abs(a[i]! - b[i]!);
    return sum;
  }
  const [few, many] = a.length < b.length ? [a, b] : [b, a];
  let sum = 0;
  for (const pitch of many) {
    let nearest = Infinity;
    for (const other of few) nearest = Math.min(nearest, Math.abs(pitch - other));
    sum += nearest;
  }
  return sum;
}

/** What going from one voicing to the next costs. */
export function transitionCost(a: readonly number[], b: readonly number[]): number {
  let cost = movement(a, b);
  if (a.length === b.length) {
    for (let i = 0; i < a.length; i++) {
      const leap = Math.abs(a[i]! - b[i]!);
      if (leap > 5) cost += COST.leap * (leap - 5);
    }
  }
  const top = Math.abs(a[a.length - 1]! - b[b.length - 1]!);
  return cost + (top > 2 ? COST.topLeap * (top - 2) : 0);
}

const isPerfect = (semitones: Semitones): boolean => [0, 7].includes(mod(semitones, 12));

/** Pairs of voices that both move from one perfect fifth, octave or unison to another of the same kind. */
export function parallels(a: readonly number[], b: readonly number[]): number {
  let count = 0;
  for (let i = 0; i < Math.min(a.length, b.length); i++) {
    for (let j = i + 1; j < Math.min(a.length, b.length); j++) {
      if (a[i] === b[i] || a[j] === b[j]) continue;
      const before = mod(a[j]! - a[i]!, 12);
      if (isPerfect(before) && mod(b[j]! - b[i]!, 12) === before) count++;
    }
  }
  return count;
}

/** Leading tones that do not rise and sevenths that do not fall or stay, where the next chord is theirs to go to. */
export function unresolved(a: readonly number[], b: readonly number[], from: Chord, to: Chord): number {
  const home = mod(pitchClass(to.root), 12);
  // Only a dominant's third leads: a major third under a chord a fifth below it.
  const leads = mod(pitchClass(from.root) - home, 12) === 7 && degreeAt(from, home + 11) === '3';
  let count = 0;
  for (let i = 0; i < Math.min(a.length, b.length); i++) {
    const by = b[i]! - a[i]!;
    const degree = degreeAt(from, a[i]!);
    if (leads && mod(a[i]!, 12) === mod(home + 11, 12) && by !== 1 && by !== 0) count++;
    if (degree && degreeNumber(degree) === 7 && (by > 0 || by < -2)) count++;
  }
  return count;
}

/** What strict part-writing adds to a move (Kostka & Payne, *Tonal Harmony*; Aldwell & Schachter, *Harmony and Voice Leading*). */
export const strictCost = (a: readonly number[], b: readonly number[], from: Chord, to: Chord): number =>
  COST.parallel * parallels(a, b) + COST.unresolved * unresolved(a, b, from, to);
