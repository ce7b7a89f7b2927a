/**
 * A limiter that looks ahead. It holds back only what would rise over its ceiling, between samples too: the least gain wanted within its look-ahead, let go slowly and smoothed
 * over the same time, so that every peak is down before it comes (common practice).
 */
import { TruePeak } from '../measuring/truePeak';

/** A little under −1 dBTP: what lies between samples is seen some samples late. */
export const CEILING = 10 ** (-1.3 / 20);
/** Frames the limiter looks ahead, and by which everything is later. */
export const LOOK_AHEAD = 128;
/** Seconds in which a held back gain comes back by two thirds. */
const RELEASE = 0.12;

/** Two channels that are to stay under the ceiling as well. */
export interface LimitedBeside {
  readonly left: Float32Array;
  readonly right: Float32Array;
}

/** Keeps the sum under the ceiling, looking ahead. */
export class Limiter {
  private readonly left = new Float32Array(LOOK_AHEAD);
  private readonly right = new Float32Array(LOOK_AHEAD);
  private readonly envelope = new Float32Array(LOOK_AHEAD).fill(1);
  /** Wanted gains of the frames ahead that no later one undercuts, least first, with their frame numbers. */
  private readonly least: { readonly frame: number; readonly gain: number }[] = [];
  private readonly peaks = [new TruePeak(CEILING), new TruePeak(CEILING)] as const;
  /** Of each of the others, two. */
  private readonly otherPeaks: TruePeak[] = [];
  private readonly back: number;
  private sum = LOOK_AHEAD;
  private held = 1;
  private frame = 0;

  constructor(sampleRate: number) {
    this.back = 1 - Math.exp(-1 / (RELEASE * sampleRate));
  }

  /**
   * Works on a block in place, LOOK_AHEAD frames late.
   * @param gains takes the gain of each frame that comes out, where it is wanted.
   * @param others what is written beside it under the same gains: none of them rises over the ceiling either.
   */
  process(
    left: Float32Array,
    right: Float32Array,
    gains?: Float32Array,
    others: readonly LimitedBeside[] = [],
  ): void {
    while (this.otherPeaks.length < 2 * others.length) this.otherPeaks.push(new TruePeak(CEILING));
    for (let i = 0; i < left.length; i++) {
      const slot = this.frame % LOOK_AHEAD;
      const l = left[i]!;
      const r = right[i]!;
      let peak = Math.max(Math.abs(l), Math.abs(r), this.peaks[0].next(l), this.peaks[1].next(r));
      for (let n = 0; n < others.length; n++) peak = Math.max(peak, this.peakBeside(others[n]!, n, i));
      const gain = this.smoothed(peak, slot);
      left[i] = this.left[slot]! * gain;
      right[i] = this.right[slot]! * gain;
      if (gains) gains[i] = gain;
      this.left[slot] = l;
      this.right[slot] = r;
      this.frame++;
    }
  }

  private peakBeside({ left, right }: LimitedBeside, n: number, i: number): number {
    const [l, r] = [left[i]!, right[i]!];
    const [first, second] = [this.otherPeaks[2 * n]!, this.otherPeaks[2 * n + 1]!];
    return Math.max(Math.abs(l), Math.abs(r), first.next(l), second.next(r));
  }

  /** The gain for the frame that is LOOK_AHEAD old, now that a peak comes in. */
  private smoothed(peak: number, slot: number): number {
    const wanted = peak > CEILING ? CEILING / peak : 1;
    const { least } = this;
    while (least.length && least[least.length - 1]!.gain >= wanted) least.pop();
    least.push({ frame: this.frame, gain: wanted });
    if (least[0]!.frame < this.frame - LOOK_AHEAD) least.shift();
    const lowest = least[0]!.gain;
    this.held = lowest < this.held ? lowest : this.held + (lowest - this.held) * this.back;
    this.sum += this.held - this.envelope[slot]!;
    this.envelope[slot] = this.held;
    return Math.min(1, this.sum / LOOK_AHEAD);
  }
}
