/** How a song's parts stand to each other, by ear: each measured as it lies in the mix, all in one pass. */
import { LoudnessMeter } from './loudness';
import type { DecodedBank } from '../engine/messages';
import { renderSong, type Stereo } from '../files/render';
import { audibleParts, type Score } from '../score/score';

/** How loud a mix and its parts are: LUFS, LU against the whole, dB true peak. */
export interface Balance {
  /** LUFS and dBTP of the whole. */
  readonly loudness: number;
  readonly truePeak: number;
  /** Loudness of three seconds, LUFS, second after second. */
  readonly course: readonly number[];
  /** How much less there is in the difference of the channels than in their sum, dB: −∞ is mono. */
  readonly sides: number;
  /** By part: LU above (or below) the whole. */
  readonly parts: ReadonlyMap<string, number>;
}

/** Sum and difference of two channels. */
class Sides {
  private middle = 0;
  private side = 0;

  add({ left, right }: Stereo): void {
    for (let i = 0; i < left.length; i++) {
      this.middle += (left[i]! + right[i]!) ** 2;
      this.side += (left[i]! - right[i]!) ** 2;
    }
  }

  get decibels(): number {
    return 10 * Math.log10(this.side / this.middle);
  }
}

/** Renders a song with its parts, and measures them. */
export async function balanceOf(
  score: Score,
  banks: readonly DecodedBank[],
  sampleRate: number,
  tell: (done: number) => void = () => undefined,
): Promise<Balance> {
  const ids = audibleParts(score);
  const whole = new LoudnessMeter(sampleRate);
  const sides = new Sides();
  const meters = new Map(ids.map((id) => [id, new LoudnessMeter(sampleRate, false)]));
  for await (const frames of renderSong(score, banks, sampleRate, { parts: ids })) {
    whole.add(frames.left, frames.right);
    sides.add(frames);
    for (const [id, { left, right }] of frames.parts) meters.get(id)!.add(left, right);
    tell(frames.done);
  }
  const { loudness, truePeak, course } = whole;
  return {
    loudness,
    truePeak,
    course,
    sides: sides.decibels,
    parts: new Map([...meters].map(([id, meter]) => [id, meter.loudness - loudness])),
  };
}
