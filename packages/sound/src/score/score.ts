/**
 * What the player plays: notes at ticks, no chords. A score is plain data that crosses to the
 * audio thread.
 */
import { MIX_OFFSETS, type MixOffsetName } from '@backline/core/song/choices';
import type { TempoPoint } from '@backline/core/time/tempo';
import { DRUM_BANK } from '../banks/bankNames';
import type { StripSetup } from '../mixer/strip';
import { PLAIN_MASTER, type MasterSetup } from '../master/setup';

/**
 * Channels beyond those of the band's first fifteen parts: chords heard as they are entered, the
 * guide sound under playback, keys played by hand.
 */
export const AUDITION_CHANNEL = 16;
export const GUIDE_CHANNEL = 17;
export const HAND_CHANNEL = 18;

/** A channel and the strip its sound goes through; a part may play on several, and they share its strip. */
export interface ChannelSetup extends StripSetup {
  /** 0-based synthesizer channel. */
  readonly channel: number;
  /** The part that plays on it; null for the guide sound. */
  readonly part: string | null;
  readonly percussion: boolean;
  /** Programs by tick, the first at 0. */
  readonly programs: readonly { readonly tick: number; readonly program: number }[];
}

/** A bar with its beats, for the count-in and for what starts on the next beat. */
export interface ScoreBar {
  readonly tick: number;
  readonly length: number;
  /** Ticks from the bar's start. */
  readonly beats: readonly number[];
}

/** A song as the engine plays it: notes and gestures at ticks, bars, tempos, channels. */
export interface Score {
  /** Ticks, 480 a quarter note. */
  readonly length: number;
  readonly tempos: readonly TempoPoint[];
  readonly bars: readonly ScoreBar[];
  readonly channels: readonly ChannelSetup[];
  /** Notes sorted by start, FIELDS numbers each: start, duration, channel, pitch, velocity (0 for one that is silent). */
  readonly notes: Int32Array;
  /** Gestures sorted by tick, GESTURE_FIELDS numbers each: tick, channel, controller (or BEND, STRIP), value. */
  readonly gestures: Int32Array;
  readonly master: MasterSetup;
}

export const GESTURE_FIELDS = 4;
/** In place of a controller's number: the pitch wheel, its value 0 to 16383. */
export const BEND = -1;
/**
 * In place of a controller's number: how otherwise the strip stands than it is set to. `trim` in tenths of a dB, `side`
 * and `depth` of 127, `tint` in tenths of a dB.
 */
export const STRIP: Readonly<Record<MixOffsetName, number>> = {
  gainOffset: -2,
  panOffset: -3,
  sendOffset: -4,
  shelfOffset: -5,
};

/** A score holds whole numbers: what is told in dB is told in tenths of one. */
const perUnit = (moves: MixOffsetName): number =>
  moves === 'gainOffset' || moves === 'shelfOffset' ? 10 : 1;
export const toStrip = (moves: MixOffsetName, value: number): number => value * perUnit(moves);
export const fromStrip = (moves: MixOffsetName, value: number): number => value / perUnit(moves);

/** What a controller below those of MIDI moves on a part's strip; null for any other. */
export const onStrip = (controller: number): MixOffsetName | null =>
  MIX_OFFSETS.find((moves) => STRIP[moves] === controller) ?? null;

/** One gesture of a score's list. */
export const gestureAt = (gestures: Int32Array, index: number) => ({
  tick: gestures[index * GESTURE_FIELDS]!,
  channel: gestures[index * GESTURE_FIELDS + 1]!,
  controller: gestures[index * GESTURE_FIELDS + 2]!,
  value: gestures[index * GESTURE_FIELDS + 3]!,
});

export const FIELDS = 5;

export const EMPTY_SCORE: Score = {
  length: 0,
  tempos: [{ tick: 0, tempo: 100 }],
  bars: [],
  channels: [],
  notes: new Int32Array(0),
  gestures: new Int32Array(0),
  master: PLAIN_MASTER,
};

/** One note of a score's list. */
export const noteAt = (notes: Int32Array, index: number) => ({
  start: notes[index * FIELDS]!,
  duration: notes[index * FIELDS + 1]!,
  channel: notes[index * FIELDS + 2]!,
  pitch: notes[index * FIELDS + 3]!,
  velocity: notes[index * FIELDS + 4]!,
});

/** Index of the first entry of a list of so many fields, sorted by its first, that lies at or after a tick. */
export function firstAt(list: Int32Array, fields: number, tick: number): number {
  let low = 0;
  let high = list.length / fields;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (list[middle * fields]! < tick) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Index of the first note that starts at or after a tick. */
export const firstNoteAt = (notes: Int32Array, tick: number): number => firstAt(notes, FIELDS, tick);

/** Index of the first gesture at or after a tick. */
export const firstGestureAt = (gestures: Int32Array, tick: number): number =>
  firstAt(gestures, GESTURE_FIELDS, tick);

/** Ticks that must be left of a held note for it to be struck in the middle. */
const SHORTEST_TAKEN_UP = 120;

/** A note that sounds at a place, and the ticks that are left of it. */
export interface HeldNote {
  readonly channel: number;
  readonly pitch: number;
  readonly velocity: number;
  readonly left: number;
}

/**
 * Notes among the first so many of a score that still sound at a place, by channel and pitch; nothing that is struck and
 * rings by itself.
 */
export function heldAt(
  { notes }: Pick<Score, 'notes'>,
  count: number,
  position: number,
  isStruck: (channel: number) => boolean,
): Map<string, HeldNote> {
  const held = new Map<string, HeldNote>();
  for (let i = 0; i < count; i++) {
    const { start, duration, channel, pitch, velocity } = noteAt(notes, i);
    const left = start + duration - position;
    if (left < SHORTEST_TAKEN_UP || isStruck(channel)) continue;
    held.set(`${channel}/${pitch}`, { channel, pitch, velocity, left });
  }
  return held;
}

/** The last entry at or before a tick; the first where there is none. */
export function lastAt<T extends { readonly tick: number }>(list: readonly T[], tick: number): T | undefined {
  let low = 0;
  let high = list.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (list[middle]!.tick <= tick) low = middle;
    else high = middle - 1;
  }
  return list[low];
}

/** The first beat at or after a tick; the song's end where none follows. */
export function beatFrom({ bars, length }: Score, tick: number): number {
  const bar = lastAt(bars, tick);
  const beat = bar?.beats.find((at) => bar.tick + at >= tick - 1e-6);
  if (bar && beat !== undefined) return bar.tick + beat;
  return bar && bar.tick + bar.length >= tick ? bar.tick + bar.length : length;
}

/** The presets a score sounds with, by the names of their banks. */
export function banksOf({ channels }: Pick<Score, 'channels'>): string[] {
  const ids = channels.flatMap(({ percussion, programs }) =>
    percussion ? [DRUM_BANK] : programs.map((p) => String(p.program)),
  );
  return [...new Set(ids)];
}

/** The strip a channel's sound goes through. */
export const stripOf = ({ part, channel }: Pick<ChannelSetup, 'part' | 'channel'>): string =>
  part ?? `channel ${channel}`;

/** Parts of a score that are heard, in order. */
export const audibleParts = ({ channels }: Pick<Score, 'channels'>): string[] => [
  ...new Set(channels.flatMap(({ part, audible }) => (part !== null && audible ? [part] : []))),
];

/** Beats of a whole bar before a place, as ticks; a pick-up is counted by the bar it leads into. */
export function countInto({ bars }: Score, start: number): number[] {
  const at = bars.findIndex((bar) => bar.tick + bar.length > start);
  const here = bars[at];
  const next = bars[at + 1];
  const bar = here && next && next.length > here.length ? next : here;
  return bar ? bar.beats.map((beat) => start - bar.length + beat) : [];
}
