/** How a song's parts stand to each other, by ear: each measured as it lies in the mix. */
import { LoudnessMeter } from './loudness';
import type { DecodedBank } from './messages';
import { StemRenderer, audibleParts, type Frames } from './render';
import type { Score } from './score';

export interface Balance {
  /** LUFS and dBTP of the whole. */
  readonly loudness: number;
  readonly truePeak: number;
  /** How much less there is in the difference of the channels than in their sum, dB: −∞ is mono. */
  readonly sides: number;
  /** By part: LU above (or below) the whole. */
  readonly parts: ReadonlyMap<string, number>;
}

async function metered(frames: AsyncIterable<Frames>, sampleRate: number) {
  const meter = new LoudnessMeter(sampleRate);
  let [middle, side] = [0, 0];
  for await (const { left, right } of frames) {
    meter.add(left, right);
    for (let i = 0; i < left.length; i++) {
      middle += (left[i]! + right[i]!) ** 2;
      side += (left[i]! - right[i]!) ** 2;
    }
  }
  return { loudness: meter.loudness, truePeak: meter.truePeak, sides: 10 * Math.log10(side / middle) };
}

/** Renders a song and each of its parts, and measures them. */
export async function balanceOf(
  score: Score,
  banks: readonly DecodedBank[],
  sampleRate: number,
): Promise<Balance> {
  const renderer = new StemRenderer(score, banks, sampleRate);
  const whole = await metered(renderer.song(), sampleRate);
  const parts = new Map<string, number>();
  for (const id of audibleParts(score)) {
    parts.set(id, (await metered(renderer.part(id), sampleRate)).loudness - whole.loudness);
  }
  return { ...whole, parts };
}
