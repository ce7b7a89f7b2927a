/** A modelled room for what was recorded dry: first echoes of the walls by image sources, then a tail. */
import { noise } from '@backline/core/random/stream';

export interface Room {
  /** dB under the dry sound. */
  readonly level: number;
  /** Seconds until the tail has fallen by 60 dB. */
  readonly seconds: number;
}

/** A room of 6.2 × 4.9 × 2.8 m; the source near one wall, two ears in the middle. Metres. */
const SIZE = [6.2, 4.9, 2.8] as const;
const SOURCE = [2.7, 1.1, 0.7] as const;
const EARS = [
  [2.6, 3.4, 1.5],
  [3.4, 3.3, 1.5],
] as const;
const SOUND = 343;
/** What a wall leaves of a sound. */
const WALL = 0.72;

/** First echoes at one ear: seconds after the straight way, and how strong. Source: image method (Allen & Berkley, 1979). */
export function echoesAt(ear: readonly number[]): { after: number; gain: number }[] {
  const straight = Math.hypot(...SOURCE.map((x, axis) => x - ear[axis]!));
  const found: { after: number; gain: number }[] = [];
  for (let i = -1; i <= 1; i++) {
    for (let j = -1; j <= 1; j++) {
      for (let k = -1; k <= 1; k++) {
        const bounces = Math.abs(i) + Math.abs(j) + Math.abs(k);
        if (bounces === 0) continue;
        const image = [i, j, k].map((n, axis) =>
          n === 0 ? SOURCE[axis]! : n > 0 ? 2 * SIZE[axis]! - SOURCE[axis]! : -SOURCE[axis]!,
        );
        const way = Math.hypot(...image.map((x, axis) => x - ear[axis]!));
        found.push({ after: (way - straight) / SOUND, gain: (straight / way) * WALL ** bounces });
      }
    }
  }
  return found.sort((a, b) => a.after - b.after);
}

/** Taps of the tail a second: sparse clicks sound as smooth as noise (velvet noise; Karjalainen & Järveläinen, 2007). */
const DENSITY = 1500;
const TAIL_FROM = 0.018;

interface Tap {
  readonly at: number;
  readonly gain: number;
}

/** The room's answer to a click at one ear, as its taps. */
function answer(side: 0 | 1, rate: number, seconds: number): Tap[] {
  const early = echoesAt(EARS[side]).map(({ after, gain }) => ({ at: Math.round(after * rate), gain }));
  const count = Math.floor((seconds - TAIL_FROM) * DENSITY);
  const tail = Array.from({ length: count }, (_, i) => {
    const after = TAIL_FROM + (i + noise(side + 11, i, 3)) / DENSITY;
    const fall = Math.exp((-6.9 * after) / seconds);
    return { at: Math.round(after * rate), gain: (noise(side + 11, i, 4) < 0.5 ? -0.34 : 0.34) * fall };
  });
  return [...early, ...tail];
}

/** Two channels in the room. */
export function roomed(
  channels: readonly Float32Array[],
  rate: number,
  { level, seconds }: Room,
): Float32Array[] {
  const [left, right] = [channels[0]!, channels[channels.length - 1]!];
  const source = left.map((x, i) => (x + right[i]!) / 2);
  return [left, right].map((dry, side) => {
    const wet = convolved(source, answer(side as 0 | 1, rate, seconds), rate);
    const energy = (c: Float32Array): number => c.reduce((sum, x) => sum + x * x, 0);
    const gain = Math.sqrt(energy(dry) / Math.max(1e-12, energy(wet))) * 10 ** (level / 20);
    return wet.map((x, i) => (dry[i] ?? 0) + gain * x);
  });
}

/** A sound by the taps of a room, its highs swallowed by the walls. */
function convolved(sound: Float32Array, taps: readonly Tap[], rate: number): Float32Array {
  const last = Math.max(...taps.map((tap) => tap.at));
  const out = new Float32Array(sound.length + last);
  for (const { at, gain } of taps) for (let i = 0; i < sound.length; i++) out[i + at]! += gain * sound[i]!;
  const share = 1 - Math.exp((-2 * Math.PI * 5200) / rate);
  let low = 0;
  return out.map((x) => (low += share * (x - low)));
}
