import type { Dynamics, Touch } from '../song/choices';
import { degreeAt, type Chord } from '../theory/chord';
import { degreeWord } from '../theory/degree';
import { mod } from '../theory/pitch';
import type { Resolved } from '../timeline/settings';
import { bassPc } from '../voicing/tones';
import type { MidiNote, PitchClass, Ticks, Velocity } from '../units/units';

/** A note as a generator writes it: ticks from the region's start, before groove. */
export interface Note {
  readonly start: Ticks;
  readonly duration: Ticks;
  /** How long it is written, ticks, where the hand lets it go earlier. */
  readonly written?: number;
  /** MIDI number; for drums a General MIDI percussion key. */
  readonly pitch: MidiNote;
  /** 1–127. */
  readonly velocity: Velocity;
  /** What the note is: root, third, approach, passing tone, ghost, kick… */
  readonly noteFunction: string;
  /** The chord it belongs to, as an index into the region's spans; −1 for none. */
  readonly span: number;
  /** Milliseconds later than its place: the strum of a stroke. */
  readonly delay?: number;
  /** How it is touched, where that is more than struck. */
  readonly touch?: Touch;
  /** True for a note that may ring an eighth past its region into the next playing of the same. */
  readonly rings?: true;
  /** True for a note that somebody played: its time and strength are its own, no groove moves it. */
  readonly played?: true;
}

/** Velocity of a normally struck note at each dynamic. Common practice: about 13 a step. */
export const DYNAMIC_VELOCITY: Record<Dynamics, number> = {
  pp: 40,
  p: 52,
  mp: 66,
  mf: 80,
  f: 94,
  ff: 108,
};

/** Softly played, parts are touched otherwise as well: fewer strings, lighter drums. */
export const isSoft = (dynamics: Dynamics): boolean => dynamics === 'pp' || dynamics === 'p';

/** Velocity of a note struck with an accent (1 is normal) at the part's dynamics. */
export const velocityOf = (settings: Resolved, accent: number): number =>
  Math.max(1, Math.min(127, Math.round(DYNAMIC_VELOCITY[settings.dynamics] * accent)));

/** What a pitch is in its chord: a degree's name, the bass, or a passing tone. */
export function noteFunctionOf(chord: Chord, pitch: MidiNote): string {
  const degree = degreeAt(chord, pitch);
  if (degree) return degreeWord(degree);
  return mod(pitch, 12) === bassPc(chord) ? 'slash bass' : 'passing tone';
}

/** Brings a pitch into a range by octaves. */
export function intoRange(pitch: MidiNote, [low, high]: readonly [number, number]): number {
  let p = pitch;
  while (p < low) p += 12;
  while (p > high) p -= 12;
  return p;
}

/** The lowest pitch of a class at or above a floor. */
export const atOrAbove = (pc: PitchClass, floor: number): number => floor + mod(pc - floor, 12);

/** Milliseconds between the voices of a chord that one player strikes or bows: never quite together. */
const ROLL = 3;
const MOST_ROLLED = 4;

/** How late a voice of a chord comes, counted from its lowest; milliseconds. Where timing is exact nothing is rolled. */
export const rolledBy = (voice: number, { lateness: timing }: Resolved): number =>
  timing > 0 ? ROLL * Math.min(voice, MOST_ROLLED) : 0;

/** The top of a chord is brought out, what lies inside it stands back (common practice). */
export function rolledVelocity(velocity: Velocity, voice: number, voices: number): number {
  if (voices < 3) return velocity;
  const by = voice === voices - 1 ? 4 : voice === 0 ? 0 : -3;
  return Math.max(1, Math.min(127, velocity + by));
}
