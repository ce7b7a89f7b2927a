/**
 * Takes the player's own vibrato out of a held note, in pitch and in strength, so that the engine can give it one that
 * comes with the length and the strength of what is played. Pure: floats in, floats out.
 */
import { centsIn, middleOf, type Channels } from './sample';

/** Length of a look at the pitch and steps between two, seconds. */
const LOOK = 0.05;
const STEP = 0.01;
/** Farthest from where the note should lie, cents. */
const REACH = 130;
/** Before this the note is still coming: its pitch is that of the first look after it. Seconds. */
const SPEAKS = 0.06;
/** From here on its strength is held, by no more than so many decibels. */
const HELD_FROM = 0.3;
const MOST_GAIN = 9;

/** Cents by which a stretch lies above a frequency; null where it does not repeat itself. */
function centsAt(samples: Float32Array, rate: number, hz: number, from: number): number | null {
  const period = rate / hz;
  // No more of them than keep the next period out of reach.
  const periods = Math.max(1, Math.min(5, Math.round((0.009 * rate) / period)));
  const length = Math.round(LOOK * rate);
  if (from + length + periods * period * 2 ** (REACH / 1200) + 4 > samples.length) return null;
  return centsIn(samples, rate, hz, { from, length, periods, reach: REACH, least: 0.8 });
}

/** The middle of three after each other: one look gone wrong is passed over. */
const smoothed = (values: readonly number[]): number[] =>
  values.map((_, i) => {
    const near = values.slice(Math.max(0, i - 1), i + 2).sort((a, b) => a - b);
    return near[near.length >> 1]!;
  });

/** Pitch over time, cents above a frequency, a value every {@link STEP}. */
export function pitchTrack(samples: Float32Array, rate: number, hz: number): number[] {
  const looks = Math.floor((samples.length / rate - 2 * LOOK) / STEP);
  const found = Array.from({ length: Math.max(1, looks) }, (_, i) =>
    centsAt(samples, rate, hz, Math.round(Math.max(SPEAKS, i * STEP) * rate)),
  );
  const first = found.find((cents) => cents !== null) ?? 0;
  let last = first;
  return smoothed(found.map((cents) => (last = cents ?? last)));
}

/** A value between steps. */
const between = (values: readonly number[], at: number): number => {
  const i = Math.max(0, Math.min(values.length - 1, Math.floor(at)));
  const next = values[Math.min(values.length - 1, i + 1)]!;
  return values[i]! + (next - values[i]!) * Math.max(0, Math.min(1, at - i));
};

/** Samples of a windowed sinc on either side: what is read between samples keeps its highs. */
const TAPS = 12;

function readAt(samples: Float32Array, at: number): number {
  const whole = Math.floor(at);
  const part = at - whole;
  let sum = 0;
  for (let k = 1 - TAPS; k <= TAPS; k++) {
    const x = k - part;
    const sinc = Math.abs(x) < 1e-9 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
    sum += (samples[whole + k] ?? 0) * sinc * (0.5 + 0.5 * Math.cos((Math.PI * x) / (TAPS + 1)));
  }
  return sum;
}

/** The note with its pitch laid straight: read faster where it was flat, slower where it was sharp. */
function straightened(channels: Channels, rate: number, track: readonly number[]): Float32Array[] {
  const places: number[] = [];
  // A look is a mean over its length: it tells of its middle.
  for (let at = 0; at < channels[0]!.length - TAPS;) {
    places.push(at);
    at += 2 ** (-between(track, (at / rate - LOOK / 2) / STEP) / 1200);
  }
  return channels.map((c) => Float32Array.from(places, (at) => readAt(c, at)));
}

/** Strength held where it was when the note had come: what goes round does not pulse. */
export function evened(channels: Channels, rate: number): Float32Array[] {
  const hop = Math.round(0.02 * rate);
  const powers: number[] = [];
  const longest = Math.max(...channels.map((c) => c.length));
  for (let from = 0; from + hop <= longest; from += hop) {
    let sum = 0;
    for (const c of channels) for (let i = from; i < from + hop; i++) sum += (c[i] ?? 0) ** 2;
    powers.push(sum);
  }
  // Three looks together, some 60 ms: slower than a period, quicker than a vibrato.
  const strength = powers.map((_, i) => {
    const near = powers.slice(Math.max(0, i - 1), i + 2);
    return Math.sqrt(near.reduce((a, b) => a + b, 0) / near.length);
  });
  const held = Math.round((HELD_FROM * rate) / hop);
  const steady = strength.slice(held).sort((a, b) => a - b);
  const goal = steady[steady.length >> 1] ?? 0;
  const most = 10 ** (MOST_GAIN / 20);
  const gains = strength.map((s, i) => {
    const full = Math.max(1 / most, Math.min(most, goal / Math.max(1e-9, s)));
    const share = Math.max(0, Math.min(1, (i - held / 2) / (held / 2)));
    return full ** share;
  });
  return channels.map((c) => c.map((x, i) => x * between(gains, i / hop - 0.5)));
}

/**
 * A held note without vibrato, at its own frequency throughout.
 * @param hz where it should lie.
 */
export function steadied(channels: Channels, rate: number, hz: number): Float32Array[] {
  return evened(straightened(channels, rate, pitchTrack(middleOf(channels), rate, hz)), rate);
}
