/** Notes and songs as they sound, and what an ear made of numbers says of them. */
import { Engine } from '@backline/sound/engine/engine';
import { Biquad, lowCut } from '@backline/sound/filters/biquad';
import { FLAT } from '@backline/sound/filters/tone';
import type { DecodedBank } from '@backline/sound/engine/messages';
import { shippedBanks } from '@backline/sound/banks/nodeBanks';
import { EMPTY_SCORE, type ChannelSetup, type Score } from '@backline/sound/score/score';

export const RATE = 44_100;

const banks = new Map<string, Promise<DecodedBank[]>>();

/** A shipped preset, decoded once. */
export function preset(id: string): Promise<DecodedBank[]> {
  const known = banks.get(id) ?? shippedBanks([id]);
  banks.set(id, known);
  return known;
}

export const channel = (program: number, changes: Partial<ChannelSetup> = {}): ChannelSetup => ({
  channel: 0,
  part: 'part',
  percussion: false,
  programs: [{ tick: 0, program }],
  level: 127,
  pan: 64,
  reverbSend: 0,
  tone: FLAT,
  drive: 0,
  spread: 0,
  audible: true,
  ...changes,
});

/** Notes as [start, duration, pitch, velocity, channel], at 120 a minute. */
export const scoreWith = (
  channels: readonly ChannelSetup[],
  notes: readonly (readonly [number, number, number, number?, number?])[],
  changes: Partial<Score> = {},
): Score => ({
  ...EMPTY_SCORE,
  length: 3840,
  tempos: [{ tick: 0, tempo: 120 }],
  bars: [
    { tick: 0, length: 1920, beats: [0, 480, 960, 1440] },
    { tick: 1920, length: 1920, beats: [0, 480, 960, 1440] },
  ],
  channels,
  notes: Int32Array.from(
    notes.flatMap(([start, duration, pitch, velocity = 100, on = 0]) => [
      start,
      duration,
      on,
      pitch,
      velocity,
    ]),
  ),
  ...changes,
});

export interface Heard {
  readonly left: Float32Array;
  readonly right: Float32Array;
}

export async function heard(score: Score, ids: readonly string[], seconds: number): Promise<Heard> {
  const engine = new Engine(RATE, { mastered: false });
  await engine.ready;
  for (const id of ids) for (const bank of await preset(id)) engine.addBank(bank);
  engine.setScore(score);
  engine.play(0, false);
  return process(engine, seconds);
}

export function process(engine: Engine, seconds: number): Heard {
  const total = Math.round((seconds * RATE) / 128) * 128;
  const [left, right] = [new Float32Array(total), new Float32Array(total)];
  for (let at = 0; at < total; at += 128) {
    engine.process(left.subarray(at, at + 128), right.subarray(at, at + 128));
  }
  return { left, right };
}

export const middle = ({ left, right }: Heard): Float32Array => left.map((x, i) => (x + right[i]!) / 2);

export const power = (samples: Float32Array, from = 0, to = samples.length / RATE): number => {
  const cut = samples.subarray(Math.round(from * RATE), Math.round(to * RATE));
  let sum = 0;
  for (const x of cut) sum += x * x;
  return sum / cut.length;
};

export const decibels = (ratio: number): number => 10 * Math.log10(Math.max(1e-20, ratio));

/** Difference of the sides against their sum, dB: −200 is mono. */
export const sides = ({ left, right }: Heard): number =>
  decibels(power(left.map((x, i) => x - right[i]!)) / power(left.map((x, i) => x + right[i]!)));

/** Power of a frequency, by Goertzel's sum over a window. */
export function tone(samples: Float32Array, hz: number, from = 0.1, seconds = 0.4): number {
  const start = Math.round(from * RATE);
  const size = Math.round(seconds * RATE);
  let [re, im] = [0, 0];
  for (let i = 0; i < size; i++) {
    const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size);
    const turn = (2 * Math.PI * hz * i) / RATE;
    re += window * samples[start + i]! * Math.cos(turn);
    im += window * samples[start + i]! * Math.sin(turn);
  }
  return (re * re + im * im) / (size * size);
}

/** Share of a sound's power above a frequency, dB. */
export const above = (samples: Float32Array, hz: number): number => {
  const high = samples.slice();
  // 36 dB an octave: what lies under it leaves nothing.
  for (let n = 0; n < 3; n++) new Biquad(lowCut(hz, RATE)).process(high);
  return decibels(power(high) / power(samples));
};

export const hertz = (midi: number): number => 440 * 2 ** ((midi - 69) / 12);

/**
 * The lag at which a stretch is most like itself, samples, by autocorrelation with a parabola through the peak.
 * @param near where it is looked for, and how far about that.
 */
export function lagNear(
  samples: Float32Array,
  start: number,
  size: number,
  near: number,
  reach: number,
): number {
  const like = (lag: number): number => {
    let sum = 0;
    for (let i = start; i < start + size; i++) sum += samples[i]! * samples[i + lag]!;
    return sum;
  };
  const middleLag = Math.round(near);
  let best = middleLag;
  for (let lag = Math.ceil(middleLag - reach); lag <= middleLag + reach; lag++) {
    if (like(lag) > like(best)) best = lag;
  }
  const [a, b, c] = [like(best - 1), like(best), like(best + 1)];
  return best + (a - c) / (2 * (a - 2 * b + c));
}
