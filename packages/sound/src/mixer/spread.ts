/**
 * Width for what was recorded with one microphone: what is added on one side is taken from the other, so that both
 * together are the sound as it was, on one loudspeaker as well. The added sound is the same one, its phases strewn by
 * allpasses (Schroeder, Natural sounding artificial reverberation, JAES 1962), without the lows, which stay in the middle.
 */
import { Biquad, lowCut } from '../filters/biquad';

/** Delays of the allpasses, seconds, and how much goes round. */
const DELAYS = [0.0071, 0.0113, 0.0179];
const ROUND = 0.58;
const LOWEST = 220;
/** Share of the sound on each side at full width. */
const MOST = 2;

class Allpass {
  private readonly line: Float32Array;
  private at = 0;

  constructor(frames: number) {
    this.line = new Float32Array(frames);
  }

  process(samples: Float32Array): void {
    const { line } = this;
    for (let i = 0; i < samples.length; i++) {
      const held = line[this.at]!;
      const into = samples[i]! + ROUND * held;
      line[this.at] = into;
      this.at = this.at + 1 === line.length ? 0 : this.at + 1;
      samples[i] = held - ROUND * into;
    }
  }
}

/** Makes a mono sound wide. */
export class Spread {
  private readonly allpasses: readonly Allpass[];
  private readonly cut: Biquad;
  private readonly side = new Float32Array(128);

  constructor(sampleRate: number) {
    this.allpasses = DELAYS.map((seconds) => new Allpass(Math.round(seconds * sampleRate)));
    this.cut = new Biquad(lowCut(LOWEST, sampleRate));
  }

  /** @param width 0 (nothing) to 1. */
  process(left: Float32Array, right: Float32Array, width: number): void {
    const side = this.side.subarray(0, left.length);
    for (let i = 0; i < side.length; i++) side[i] = (left[i]! + right[i]!) / 2;
    for (const allpass of this.allpasses) allpass.process(side);
    this.cut.process(side);
    const share = MOST * width;
    for (let i = 0; i < side.length; i++) {
      left[i]! += share * side[i]!;
      right[i]! -= share * side[i]!;
    }
  }
}
