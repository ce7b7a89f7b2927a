/** All conversions of time. The core counts in integer ticks, 480 to a quarter note. */

export const PPQ = 480;

/** Half of a quarter note: the reach of an anticipation (MUSIC, patterns). */
export const EIGHTH = PPQ / 2;

/** Metres the engine plays, by their text. Each bar is a run of beat groups of 2, 3 or 4 quarters. */
export const METRES = {
  '2/4': [2],
  '3/4': [3],
  '4/4': [4],
  '5/4': [3, 2],
  '6/4': [3, 3],
  '7/4': [4, 3],
} as const satisfies Record<string, readonly (2 | 3 | 4)[]>;

export type Metre = keyof typeof METRES;

export const METRE_NAMES = Object.keys(METRES) as Metre[];

export const isMetre = (text: string): text is Metre => Object.hasOwn(METRES, text);

/** Quarter-note beats in a bar. */
export const beatsPerBar = (metre: Metre): number =>
  METRES[metre].reduce<number>((sum, group) => sum + group, 0);

/** Ticks in a bar. */
export const barTicks = (metre: Metre): number => beatsPerBar(metre) * PPQ;

/** Beats (quarter notes, fractions allowed) to the nearest tick. */
export const beats = (count: number): number => Math.round(count * PPQ);

/** Ticks to quarter-note beats, rounded to six decimals so that thirds print alike everywhere. */
export const toBeats = (ticks: number): number => Math.round((ticks / PPQ) * 1e6) / 1e6;

/** Milliseconds at a tempo (quarter notes a minute) to ticks, unrounded. */
export const msToTicks = (ms: number, tempo: number): number => (ms * tempo * PPQ) / 60000;

/** Ticks to milliseconds at a tempo (quarter notes a minute), unrounded. */
export const ticksToMs = (ticks: number, tempo: number): number => (ticks * 60000) / (tempo * PPQ);
