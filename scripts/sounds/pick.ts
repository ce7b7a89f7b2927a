/** The noise of a pick across the strings: what is heard of a stroke before the strings themselves. Made by a formula. */
import { PICK_DOWN, PICK_UP } from '@backline/sound/score/pickNoises';
import { noise } from '@backline/core/random/stream';
import { timecents, type Voice } from './zones';

const RATE = 32_000;
/** Strings the pick crosses, and seconds from one to the next. */
const STRINGS = 6;

interface Stroke {
  readonly key: number;
  readonly between: number;
  /** Hz about which it sounds: an upward stroke is quicker and brighter. */
  readonly about: number;
}

const STROKES: readonly Stroke[] = [
  { key: PICK_DOWN, between: 0.0052, about: 2600 },
  { key: PICK_UP, between: 0.0038, about: 3500 },
];

/** Noise through a resonance of two poles, once for each string, each a little softer. */
function strokeNoise({ key, between, about }: Stroke): Float32Array {
  const length = Math.round((STRINGS * between + 0.05) * RATE);
  const radius = Math.exp((-Math.PI * 1800) / RATE);
  const turn = 2 * radius * Math.cos((2 * Math.PI * about) / RATE);
  let [one, two] = [0, 0];
  return Float32Array.from({ length }, (_, i) => {
    let size = 0;
    for (let string = 0; string < STRINGS; string++) {
      const age = i / RATE - string * between;
      if (age >= 0) size += (1 - 0.09 * string) * Math.exp(-age / 0.0035);
    }
    const out = size * (noise(17, i, key) - 0.5) + turn * one - radius * radius * two;
    two = one;
    one = out;
    return out * 0.03;
  });
}

/** Zones under an instrument's lowest note: no string sounds there, the pick does. */
export const pickVoices = (): Voice[] =>
  STROKES.map((stroke) => ({
    name: `pick ${stroke.key}`,
    samples: strokeNoise(stroke),
    rate: RATE,
    root: stroke.key,
    tune: 0,
    keys: [stroke.key, stroke.key],
    pan: 0,
    generators: { releaseVolEnv: timecents(0.05) },
  }));
