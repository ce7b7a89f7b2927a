/**
 * What the player plays: notes at ticks, no chords. A score is plain data that crosses to the
 * audio thread.
 */
import type { TempoPoint } from '@backline/core/time/tempo';

/**
 * Channels beyond those of the band's first fifteen parts: chords heard as they are entered, the
 * guide sound under playback, keys played by hand.
 */
export const AUDITION_CHANNEL = 16;
export const GUIDE_CHANNEL = 17;
export const HAND_CHANNEL = 18;
/** The channel on which the synthesizer plays drums from the start; others are told to. */
export const DRUM_CHANNEL = 9;

export interface ChannelSetup {
  /** 0-based synthesizer channel. */
  readonly channel: number;
  /** The part that plays on it; null for the guide sound. */
  readonly part: string | null;
  readonly percussion: boolean;
  /** Programs by tick, the first at 0. */
  readonly programs: readonly { readonly tick: number; readonly program: number }[];
  /** 0–127 each. */
  readonly level: number;
  readonly pan: number;
  readonly room: number;
  /** False where the part is muted or another is soloed. */
  readonly audible: boolean;
}

/** A bar with its beats, for the count-in and for what starts on the next beat. */
export interface ScoreBar {
  readonly tick: number;
  readonly length: number;
  /** Ticks from the bar's start. */
  readonly beats: readonly number[];
}

export interface Score {
  /** Ticks, 480 a quarter note. */
  readonly length: number;
  readonly tempos: readonly TempoPoint[];
  readonly bars: readonly ScoreBar[];
  readonly channels: readonly ChannelSetup[];
  /** Notes sorted by start, FIELDS numbers each: start, duration, channel, pitch, velocity (0 for one that is silent). */
  readonly notes: Int32Array;
  /** Gestures sorted by tick, GESTURE_FIELDS numbers each: tick, channel, controller (BEND for the pitch wheel), value. */
  readonly gestures: Int32Array;
}

export const GESTURE_FIELDS = 4;
/** In place of a controller's number: the pitch wheel, its value 0 to 16383. */
export const BEND = -1;

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
function firstAt(list: Int32Array, fields: number, tick: number): number {
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
    percussion ? ['drums'] : programs.map((p) => String(p.program)),
  );
  return [...new Set(ids)];
}

/**
 * A score in which only one part sounds. The others' notes stay as silent ones (velocity 0): the
 * synthesizer works in runs from event to event, and only over the same runs a part sounds as it
 * does among the others.
 */
export function scoreOfPart(score: Score, part: string): Score {
  const channels = score.channels.filter((c) => c.part === part);
  const own = new Set(channels.map((c) => c.channel));
  const notes = score.notes.slice();
  for (let at = 0; at < notes.length; at += FIELDS) if (!own.has(notes[at + 2]!)) notes[at + 4] = 0;
  return { ...score, channels, notes };
}

/** Beats of a whole bar before a place, as ticks; a pick-up is counted by the bar it leads into. */
export function countInto({ bars }: Score, start: number): number[] {
  const at = bars.findIndex((bar) => bar.tick + bar.length > start);
  const here = bars[at];
  const next = bars[at + 1];
  const bar = here && next && next.length > here.length ? next : here;
  return bar ? bar.beats.map((beat) => start - bar.length + beat) : [];
}

/** Entries of a list of so many fields, sorted by tick, that lie in a stretch; counted from where it begins. */
function cut(list: Int32Array, fields: number, from: number, to: number): Int32Array {
  const kept = list.slice(firstAt(list, fields, from) * fields, firstAt(list, fields, to) * fields);
  for (let at = 0; at < kept.length; at += fields) kept[at]! -= from;
  return kept;
}

/** So many bars from the middle of a score, at the tempo of their first one: enough to hear how it stands. */
export function middleOf(score: Score, bars: number): Score {
  const first = Math.max(0, Math.floor((score.bars.length - bars) / 2));
  const kept = score.bars.slice(first, first + bars);
  const last = kept[kept.length - 1];
  if (!last) return score;
  const [from, to] = [kept[0]!.tick, last.tick + last.length];
  return {
    ...score,
    length: to - from,
    tempos: [{ tick: 0, tempo: lastAt(score.tempos, from)!.tempo }],
    bars: kept.map((bar) => ({ ...bar, tick: bar.tick - from })),
    notes: cut(score.notes, FIELDS, from, to),
    gestures: cut(score.gestures, GESTURE_FIELDS, from, to),
  };
}
