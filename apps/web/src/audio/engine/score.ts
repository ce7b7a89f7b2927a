/**
 * What the player plays: notes at ticks, no chords. A score is plain data that crosses to the
 * audio thread.
 */

/**
 * Channels beyond the sixteen of the band: chords heard as they are entered, the guide sound under
 * playback, keys played by hand.
 */
export const AUDITION_CHANNEL = 16;
export const GUIDE_CHANNEL = 17;
export const HAND_CHANNEL = 18;

export interface ChannelSetup {
  /** 0-based synthesizer channel; 9 is drums. */
  readonly channel: number;
  /** Programs by tick, the first at 0. */
  readonly programs: readonly { readonly tick: number; readonly program: number }[];
  /** 0–127 each. */
  readonly level: number;
  readonly pan: number;
  readonly room: number;
  /** False where the part is muted or another is soloed. */
  readonly audible: boolean;
}

export interface Score {
  /** Ticks, 480 a quarter note. */
  readonly length: number;
  readonly tempos: readonly { readonly tick: number; readonly tempo: number }[];
  /** Bar lines, for the count-in and for what starts on the next beat. */
  readonly bars: readonly { readonly tick: number; readonly beats: number }[];
  readonly channels: readonly ChannelSetup[];
  /** Notes sorted by start, FIELDS numbers each: start, duration, channel, pitch, velocity. */
  readonly notes: Int32Array;
}

export const FIELDS = 5;

export const EMPTY_SCORE: Score = {
  length: 0,
  tempos: [{ tick: 0, tempo: 100 }],
  bars: [],
  channels: [],
  notes: new Int32Array(0),
};

/** Index of the first note that starts at or after a tick. */
export function firstNoteAt(notes: Int32Array, tick: number): number {
  let low = 0;
  let high = notes.length / FIELDS;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (notes[middle * FIELDS]! < tick) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The last entry at or before a tick; the first where there is none. */
export function lastAt<T extends { readonly tick: number }>(list: readonly T[], tick: number): T | undefined {
  let found = list[0];
  for (const entry of list) {
    if (entry.tick > tick) break;
    found = entry;
  }
  return found;
}
