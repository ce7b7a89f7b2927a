/** Ticks, the unit of time of the whole core: 480 to a quarter note, always whole. */
import type { Bpm, Ticks } from '../units/units';

export const PPQ = 480;

/** Half of a quarter note: the reach of an anticipation (common practice). */
export const EIGHTH = PPQ / 2;

/** Quarter notes (fractions allowed) to the nearest tick. */
export const quarters = (count: number): number => Math.round(count * PPQ);

/** Ticks to quarter notes, rounded to six decimals so that thirds print alike everywhere. */
export const toQuarters = (ticks: Ticks): number => Math.round((ticks / PPQ) * 1e6) / 1e6;

/** Milliseconds at a tempo (quarter notes a minute) to ticks, unrounded. */
export const msToTicks = (ms: number, tempo: Bpm): number => (ms * tempo * PPQ) / 60000;

/** Ticks to milliseconds at a tempo (quarter notes a minute), unrounded. */
export const ticksToMs = (ticks: Ticks, tempo: Bpm): number => (ticks * 60000) / (tempo * PPQ);
