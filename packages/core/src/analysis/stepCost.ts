/**
 * What it costs to go from one chord to another in a key: the scale on which next-chord ideas
 * are ranked and routes are found. The unit is one fifth on the circle between the roots.
 */
import { chordPitchClasses, type Chord } from '../theory/chord';
import { mod, pitchClass } from '../theory/pitch';
import { keyNotes, type Key } from '../theory/key';
import type { PitchClass } from '../units/units';

export const STEP_COST = {
  /** Roots: each fifth upward on the circle, and each downward (the way chords fall). */
  fifthUp: 0.24,
  fifthDown: 0.3,
  /** Roots a step or a third apart move smoothly although they lie two to five fifths apart. */
  rootStep: 1.2,
  rootThird: 1.35,
  /** The same root again, in another colour. */
  sameRoot: 1.4,
  /** Each tone outside the key. */
  foreignTone: 0.36,
  /** All tones outside the key together, where the chord has a reason: an applied dominant, a borrowed chord. */
  appliedDominant: 1.15,
  borrowed: 0.72,
  /** Each semitone of movement a voice, on average over the voices. */
  movement: 0.13,
  /** Each tone held in common. */
  commonTone: -0.12,
  /** A dominant that falls where it wants to, a fifth or (as its substitute) a half step down. */
  resolution: -1.2,
  /** A dominant of another key that goes elsewhere. */
  unresolved: 0.8,
  /** By function: how far the chord's place is from home, and going back from dominant to subdominant. */
  remoteness: 0.88,
  retrogression: 0.06,
} as const;

/** Place of a pitch class on the circle of fifths against another: −5 to 6, positive is upward. */
export const fifthsFrom = (from: number, to: number): number => mod(7 * (to - from) + 5, 12) - 5;

const isDominant = (chord: Chord): boolean =>
  chord.degrees.includes('3') && chord.degrees.includes('b7') && !chord.degrees.includes('7');

const rootPc = (chord: Chord): number => pitchClass(chord.root);

/** Roots: along the circle of fifths, downward cheaper, steps smoother than the circle says. */
function rootMotion(from: Chord, to: Chord): number {
  const up = mod(rootPc(to) - rootPc(from), 12);
  if (up === 0) return STEP_COST.sameRoot;
  const fifths = fifthsFrom(rootPc(from), rootPc(to));
  const circle = fifths < 0 ? -fifths * STEP_COST.fifthDown : fifths * STEP_COST.fifthUp;
  if ([1, 2, 10, 11].includes(up)) return Math.min(circle, STEP_COST.rootStep);
  return Math.min(circle, up === 6 ? 2 : STEP_COST.rootThird);
}

const distance = (a: number, b: number): number => Math.min(mod(a - b, 12), mod(b - a, 12));

/** Mean way of the voices, each to the nearest tone of the other chord, both ways; semitones. */
export function meanMovement(from: readonly number[], to: readonly number[]): number {
  const closest = (pc: PitchClass, others: readonly number[]): number =>
    others.reduce((best, other) => Math.min(best, distance(pc, other)), 6);
  const there = from.reduce((sum, pc) => sum + closest(pc, to), 0) / from.length;
  const back = to.reduce((sum, pc) => sum + closest(pc, from), 0) / to.length;
  return (there + back) / 2;
}

/** A key as a place to be at home in: the tones that belong there, and those of its parallel. */
export interface KeyContext {
  readonly key: Key;
  readonly own: ReadonlySet<number>;
  readonly parallel: ReadonlySet<number>;
  /** True where the tonic has been heard as a dominant seventh: then I7, IV7 and V7 are all at home. */
  readonly blue: boolean;
  /** What is known of chords here, worked out once each. */
  readonly known: WeakMap<Chord, KeyRelation>;
}

type Function = 'tonic' | 'subdominant' | 'dominant';

/** A chord's place in a key: how foreign and how remote it is, and what it works as. */
interface KeyRelation {
  readonly foreign: number;
  readonly remoteness: number;
  readonly works: Function;
}

/** Pitch classes of a key: in minor the raised seventh belongs to it as well. */
function keyPitchClasses(key: Key): Set<number> {
  const own = new Set(keyNotes(key).map(pitchClass));
  if (key.mode === 'minor') own.add(mod(pitchClass(key.tonic) + 11, 12));
  return own;
}

/** Where one is at home in a key after some chords. */
export function keyContextOf(key: Key, before: readonly Chord[] = []): KeyContext {
  const tonic = pitchClass(key.tonic);
  const own = keyPitchClasses(key);
  const blue = before.some((chord) => rootPc(chord) === tonic && isDominant(chord));
  const parallel = keyPitchClasses({ tonic: key.tonic, mode: key.mode === 'major' ? 'minor' : 'major' });
  return { key, own, parallel, blue, known: new WeakMap() };
}

/** Steps a dominant may be applied to: those of the key whose own triad can be a home, semitones above the tonic. */
const APPLIED: Record<Key['mode'], readonly number[]> = { major: [2, 4, 5, 7, 9], minor: [3, 5, 7, 8, 10] };

/** The step (semitones above the tonic) an applied dominant points to, or null. */
export function appliedTo(chord: Chord, { key }: KeyContext): number | null {
  if (!chord.degrees.includes('3')) return null;
  const target = mod(rootPc(chord) + 5 - pitchClass(key.tonic), 12);
  return APPLIED[key.mode].includes(target) ? target : null;
}

/** True for chords on the first, fourth and fifth step. */
const isPrimary = (chord: Chord, key: Key): boolean =>
  [0, 5, 7].includes(mod(rootPc(chord) - pitchClass(key.tonic), 12));

/** True where all of a chord's tones are in a set. */
export const within = (chord: Chord, pcs: ReadonlySet<number>): boolean =>
  chordPitchClasses(chord).every((pc) => pcs.has(pc));

/** How foreign a chord is to where one is: 0 where all its tones belong there. */
export const foreignness = (chord: Chord, home: KeyContext): number => standingOf(chord, home).foreign;

function foreignTo(chord: Chord, home: KeyContext): number {
  if (home.blue && isDominant(chord) && isPrimary(chord, home.key)) return 0;
  const foreign = chordPitchClasses(chord).filter((pc) => !home.own.has(pc)).length;
  if (foreign === 0) return 0;
  const applied = isDominant(chord) && appliedTo(chord, home) !== null ? STEP_COST.appliedDominant : Infinity;
  const borrowed = within(chord, home.parallel) ? STEP_COST.borrowed : Infinity;
  return Math.min(foreign * STEP_COST.foreignTone, applied, borrowed);
}

/** Remoteness of each step of the key's own scale, 0 home; and what it works as. */
const STEPS: readonly (readonly [remoteness: number, works: Function])[] = [
  [0, 'tonic'],
  [0.7, 'subdominant'],
  [1.6, 'tonic'],
  [0.2, 'subdominant'],
  [0.1, 'dominant'],
  [0.6, 'tonic'],
  [1.9, 'dominant'],
];

/** Steps that in minor stand nearer or work otherwise: III and VII are its bright side. */
const MINOR_STEPS: Partial<Record<number, readonly [number, Function]>> = {
  1: [1.2, 'subdominant'],
  2: [0.8, 'tonic'],
  5: [0.4, 'subdominant'],
  6: [0.5, 'dominant'],
};

/** Remoteness and work of a root that is not on the key's scale. */
const OUTSIDE = [1.7, 'subdominant'] as const;

/** The dominant a tritone from V: it has V's third and seventh, and leads home as V does (Levine). */
const SUBSTITUTE = [0.7, 'dominant'] as const;

/** What a chord works as in a key, by the scale step its root stands on. */
function placeOf(chord: Chord, { key }: KeyContext): readonly [remoteness: number, works: Function] {
  const step = keyNotes(key).findIndex((note) => pitchClass(note) === rootPc(chord));
  const above = mod(rootPc(chord) - pitchClass(key.tonic), 12);
  if (above === 1 && isDominant(chord)) return SUBSTITUTE;
  if (step < 0) return OUTSIDE;
  return (key.mode === 'minor' ? MINOR_STEPS[step] : undefined) ?? STEPS[step]!;
}

function standingOf(chord: Chord, home: KeyContext): KeyRelation {
  let found = home.known.get(chord);
  if (!found) {
    const [remoteness, works] = placeOf(chord, home);
    found = { foreign: foreignTo(chord, home), remoteness, works };
    home.known.set(chord, found);
  }
  return found;
}

/** What a chord works as where one is at home. */
export const worksAs = (chord: Chord, home: KeyContext): Function => standingOf(chord, home).works;

/** True where a chord falls as a dominant does: a fifth, or a half step as a tritone substitute. */
export function resolves(from: Chord, to: Chord): boolean {
  const down = mod(rootPc(from) - rootPc(to), 12);
  return isDominant(from) && (down === 7 || down === 1);
}

/** What a chord costs by standing in a key at all. */
export const costInKey = (chord: Chord, home: KeyContext): number =>
  foreignness(chord, home) + STEP_COST.remoteness * standingOf(chord, home).remoteness;

/** What going from one chord to another costs in a key, whatever the chords are. */
export function stepCost(from: Chord, to: Chord, home: KeyContext): number {
  const a = chordPitchClasses(from);
  const b = chordPitchClasses(to);
  const common = b.filter((pc) => a.includes(pc)).length;
  const back = worksAs(from, home) === 'dominant' && worksAs(to, home) === 'subdominant';
  const falls = resolves(from, to);
  const applied = isDominant(from) && foreignness(from, home) > 0;
  return (
    rootMotion(from, to) +
    STEP_COST.movement * meanMovement(a, b) +
    STEP_COST.commonTone * common +
    (back ? STEP_COST.retrogression : 0) +
    (falls ? STEP_COST.resolution : applied ? STEP_COST.unresolved : 0)
  );
}
