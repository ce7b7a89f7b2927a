/** What is done to recorded notes before they go into a bank. Pure: floats in, floats out. */
import type { Brighter } from './recipes';
import { LoudnessMeter } from '@backline/sound/measuring/loudness';

export type Channels = readonly Float32Array[];

/** Both sides as one. */
export const middleOf = (channels: Channels): Float32Array =>
  channels[0]!.map((x, i) => (x + (channels[channels.length - 1]![i] ?? 0)) / 2);

const peakOf = (samples: Float32Array): number => samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0);

/**
 * Where a note begins: the first sample as loud as a share of the loudest in its first second, less a little.
 * @param share of the peak, 0 to 1: small for what swells, larger for what is struck.
 */
export function onsetOf(channels: Channels, rate: number, share: number): number {
  const heard = channels.map((c) => c.subarray(0, rate));
  const limit = share * Math.max(...heard.map(peakOf));
  const firsts = heard.map((c) => c.findIndex((x) => Math.abs(x) >= limit)).filter((at) => at >= 0);
  return Math.max(0, Math.min(...firsts) - Math.round(0.0015 * rate));
}

/** Begins at a sample, without a click. */
export function cutTo(samples: Float32Array, from: number, rate: number): Float32Array {
  const cut = samples.slice(from);
  const fade = Math.round(0.0008 * rate);
  for (let i = 0; i < fade && i < cut.length; i++) cut[i]! *= i / fade;
  return cut;
}

/** Ends after so many samples, dying away over the last of them. */
export function endAt(samples: Float32Array, length: number, fade: number): Float32Array {
  if (length >= samples.length) return samples;
  const cut = samples.slice(0, length);
  for (let i = 0; i < fade && i < cut.length; i++) cut[cut.length - 1 - i]! *= i / fade;
  return cut;
}

/** How like itself a sound is after a lag, −1 to 1. */
function likeness(samples: Float32Array, from: number, length: number, lag: number): number {
  let [same, a, b] = [0, 0, 0];
  for (let i = from; i < from + length; i++) {
    const [x, y] = [samples[i]!, samples[i + lag]!];
    same += x * y;
    a += x * x;
    b += y * y;
  }
  return a > 0 && b > 0 ? same / Math.sqrt(a * b) : 0;
}

/** What stretch of a sound is held against itself, and how far its pitch may lie off. */
interface PitchLook {
  /** Samples. */
  readonly from: number;
  readonly length: number;
  /** Periods by which it is shifted at most: the more, the finer the answer, while the next one is out of reach. */
  readonly periods: number;
  /** Cents. */
  readonly reach: number;
  /** How like itself it must be, 0 to 1. */
  readonly least: number;
}

/**
 * How far a stretch lies from a frequency, in cents, by autocorrelation over many of its periods.
 * @returns null where it does not repeat itself near that frequency.
 */
export function centsIn(
  samples: Float32Array,
  rate: number,
  frequency: number,
  { from, length, periods, reach, least }: PitchLook,
): number | null {
  const nearest = periods * (rate / frequency);
  const apart = nearest * (2 ** (reach / 1200) - 1) + 2;
  let [best, found] = [0, -2];
  for (let lag = Math.ceil(nearest - apart); lag <= nearest + apart; lag++) {
    const like = likeness(samples, from, length, lag);
    if (like > found) [found, best] = [like, lag];
  }
  if (found < least) return null;
  const [before, after] = [best - 1, best + 1].map((lag) => likeness(samples, from, length, lag)) as [
    number,
    number,
  ];
  const bend = before - 2 * found + after;
  const exact = best + (bend === 0 ? 0 : (0.5 * (before - after)) / bend);
  const cents = 1200 * Math.log2(nearest / exact);
  return Math.abs(cents) < reach ? cents : null;
}

/** Where a note is heard for its pitch: past its attack, for as long as a melody holds it. Seconds. */
const HEARD_FROM = 0.12;
const HEARD_FOR = 0.9;
/** Seconds by which it is shifted, and periods at most. */
const SHIFT = 0.015;
const MOST_PERIODS = 10;
/** Cents by which a recorded note may be out of tune. */
const OUT_OF_TUNE = 70;

/**
 * How far a note lies from a frequency, in cents.
 * @returns null where the sound does not repeat itself near that frequency.
 */
export function centsOff(samples: Float32Array, rate: number, frequency: number): number | null {
  const period = rate / frequency;
  const periods = Math.max(1, Math.min(MOST_PERIODS, Math.round((SHIFT * rate) / period)));
  const from = Math.min(Math.round(HEARD_FROM * rate), samples.length >> 3);
  const farthest = periods * period * 2 ** (OUT_OF_TUNE / 1200) + 2;
  const length = Math.min(Math.round(HEARD_FOR * rate), samples.length - from - Math.ceil(farthest) - 1);
  if (length < 4 * period) return null;
  return centsIn(samples, rate, frequency, { from, length, periods, reach: OUT_OF_TUNE, least: 0.6 });
}

/** What is heard of a note that goes round a loop, for a while. */
export function unrolled(
  samples: Float32Array,
  loop: readonly [number, number] | undefined,
  length: number,
): Float32Array {
  if (!loop || samples.length >= length) return samples;
  const [start, end] = loop;
  return Float32Array.from(
    { length },
    (_, i) => samples[i < end ? i : start + ((i - start) % (end - start))]!,
  );
}

/** A low pass of two poles, each of first order. */
function lows(samples: Float32Array, rate: number, hz: number): Float32Array {
  const share = 1 - Math.exp((-2 * Math.PI * hz) / rate);
  let [one, two] = [0, 0];
  return samples.map((x) => {
    one += share * (x - one);
    two += share * (one - two);
    return two;
  });
}

/** Samples by which one microphone may have stood farther away than the other, seconds: a metre and a bit. */
const APART = 0.0035;

/**
 * Two microphones brought together: one is moved in time by what makes them most alike in the note's lowest partials, so
 * that these do not cancel where both come from one loudspeaker.
 */
export function aligned(channels: Channels, rate: number, frequency: number): Float32Array[] {
  const [left, right] = channels.map((c) => lows(c.subarray(0, rate), rate, 1.6 * frequency));
  const reach = Math.round(APART * rate);
  const size = Math.min(left!.length, right!.length) - 2 * reach;
  let [best, found] = [0, -Infinity];
  for (let lag = -reach; lag <= reach; lag++) {
    let same = 0;
    for (let i = reach; i < reach + size; i += 2) same += left![i]! * right![i + lag]!;
    if (same > found) [found, best] = [same, lag];
  }
  const [l, r] = channels;
  return best >= 0
    ? [l!.slice(0, l!.length - best), r!.slice(best)]
    : [l!.slice(-best), r!.slice(0, r!.length + best)];
}

/** Loudness of a note's first stretch, LUFS, as it falls on the ear from two channels. */
export function loudnessOfNote(channels: Channels, rate: number, seconds = 0.9): number {
  const [left, right = left] = channels.map((c) => {
    const heard = new Float32Array(Math.max(Math.round(0.5 * rate), Math.round(seconds * rate)));
    heard.set(c.subarray(0, heard.length));
    return heard;
  });
  const meter = new LoudnessMeter(rate);
  meter.add(left!, right!);
  return meter.loudness;
}

/** A sound with more of its highs: a first-order shelf. */
export function brightened(channels: Channels, rate: number, { decibels, from }: Brighter): Float32Array[] {
  const more = 10 ** (decibels / 20) - 1;
  const share = 1 - Math.exp((-2 * Math.PI * from) / rate);
  return channels.map((c) => {
    let low = 0;
    return c.map((x) => {
      low += share * (x - low);
      return x + more * (x - low);
    });
  });
}

/** As loud as it should be, unless that would take its peak over full scale. */
export function leveled(channels: Channels, by: number): Float32Array[] {
  const gain = Math.min(10 ** (by / 20), 0.97 / Math.max(...channels.map(peakOf)));
  return channels.map((c) => c.map((x) => x * gain));
}

const rms = (samples: Float32Array, from: number, to: number): number => {
  let sum = 0;
  for (let i = from; i < to; i++) sum += samples[i]! ** 2;
  return Math.sqrt(sum / Math.max(1, to - from));
};

export interface Looped {
  readonly channels: Float32Array[];
  readonly start: number;
  readonly end: number;
  /** Seconds in which it falls by 60 dB from the loop on. */
  readonly decay: number;
}

/**
 * Makes a dying note one that can be held: its fall is taken out from the loop on (an envelope puts it back) and the
 * end of the loop is faded over into what comes before its start.
 * @param loop where it begins and ends, samples.
 * @param period of the note, samples: the loop is a whole number of them where that can be told.
 */
export function looped(
  channels: Channels,
  rate: number,
  loop: readonly [number, number],
  period: number,
): Looped {
  const whole = Math.max(1, Math.round((loop[1] - loop[0]) / period)) * period;
  const [start, end] = [loop[0], loop[0] + Math.round(whole)];
  const middle = middleOf(channels);
  const half = (end - start) >> 1;
  const fall = Math.log(
    Math.max(1e-6, rms(middle, start, start + half)) / Math.max(1e-6, rms(middle, start + half, end)),
  );
  const perSample = Math.max(0, fall / half);
  const flat = channels.map((c) =>
    c.slice(0, end + 32).map((x, i) => (i < start ? x : x * Math.exp(perSample * (i - start)))),
  );
  const fade = Math.min(start, half, Math.round(0.12 * rate));
  for (const samples of flat) {
    for (let i = 0; i < fade; i++) {
      const share = i / fade;
      const into = samples[start - fade + i]!;
      const at = end - fade + i;
      // Alike sounds add up: their shares do too. What is unlike would sag, and is held up a little.
      samples[at] =
        samples[at]! * Math.cos((share * Math.PI) / 2) ** 1.4 + into * Math.sin((share * Math.PI) / 2) ** 1.4;
    }
    for (let i = end; i < samples.length; i++) samples[i] = samples[start + i - end]!;
  }
  return { channels: flat, start, end, decay: perSample > 0 ? Math.log(1000) / perSample / rate : 100 };
}
