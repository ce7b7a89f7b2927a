/**
 * How loud music is: programme loudness and true peak. Source: ITU-R BS.1770-4 and EBU R 128 (blocks of 400 ms every
 * 100 ms, gated at −70 LUFS and 10 LU under the mean); filters by the formulas that give its tables at 48 kHz.
 */
import { Biquad, type Coefficients } from '../filters/biquad';
import { TruePeak } from './truePeak';

const STEP = 0.1;
/** Steps of a block. */
const BLOCK = 4;
/** Steps of a short-term block. */
const SHORT_TERM = 30;
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;

/** The head as a sphere: highs are heard stronger. */
function shelf(sampleRate: number): Coefficients {
  const k = Math.tan((Math.PI * 1681.974450955533) / sampleRate);
  const q = 0.7071752369554196;
  const high = 10 ** (3.999843853973347 / 20);
  const band = high ** 0.4996667741545416;
  const a0 = 1 + k / q + k * k;
  return {
    b: [
      (high + (band * k) / q + k * k) / a0,
      (2 * (k * k - high)) / a0,
      (high - (band * k) / q + k * k) / a0,
    ],
    a: [(2 * (k * k - 1)) / a0, (1 - k / q + k * k) / a0],
  };
}

/** Lows are heard weaker. */
function lowCut(sampleRate: number): Coefficients {
  const k = Math.tan((Math.PI * 38.13547087602444) / sampleRate);
  const q = 0.5003270373238773;
  const a0 = 1 + k / q + k * k;
  return { b: [1, -2, 1], a: [(2 * (k * k - 1)) / a0, (1 - k / q + k * k) / a0] };
}

const loudnessOf = (power: number): number => (power > 0 ? -0.691 + 10 * Math.log10(power) : -Infinity);
const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length;

/** Listens to two channels as they come. */
export class LoudnessMeter {
  private readonly weighting: readonly [Biquad, Biquad][];
  private readonly peaks = [new TruePeak(), new TruePeak()] as const;
  private readonly frames: number;
  /** Power of each step that is over, and of the one that is under way. */
  private readonly steps: number[] = [];
  private sum = 0;
  private count = 0;
  private most = 0;

  /** @param measuresPeaks false where the true peak is not wanted: it costs most. */
  constructor(
    sampleRate: number,
    private readonly measuresPeaks = true,
  ) {
    this.weighting = [0, 1].map(() => [new Biquad(shelf(sampleRate)), new Biquad(lowCut(sampleRate))]);
    this.frames = Math.round(STEP * sampleRate);
  }

  add(left: Float32Array, right: Float32Array): void {
    // What lies under the highest so far need not be looked at between its samples.
    for (const peak of this.peaks) peak.passUnder(this.most);
    for (let i = 0; i < left.length; i++) {
      const [l, r] = [this.hear(0, left[i]!), this.hear(1, right[i]!)];
      this.sum += l * l + r * r;
      if (++this.count < this.frames) continue;
      this.steps.push(this.sum / this.count);
      this.sum = 0;
      this.count = 0;
    }
  }

  private hear(channel: 0 | 1, sample: number): number {
    if (this.measuresPeaks) this.most = Math.max(this.most, this.peaks[channel].next(sample));
    const [first, second] = this.weighting[channel]!;
    return second.next(first.next(sample));
  }

  /** Loudness of all that was heard, LUFS; −∞ of silence. */
  get loudness(): number {
    const blocks = this.steps.slice(BLOCK - 1).map((_, i) => mean(this.steps.slice(i, i + BLOCK)));
    const heard = blocks.filter((power) => loudnessOf(power) > ABSOLUTE_GATE);
    if (!heard.length) return -Infinity;
    const gate = loudnessOf(mean(heard)) + RELATIVE_GATE;
    return loudnessOf(mean(heard.filter((power) => loudnessOf(power) > gate)));
  }

  /** Loudness of three seconds (EBU R 128: short-term), one a second from the third on, LUFS. */
  get course(): number[] {
    const all: number[] = [];
    for (let end = SHORT_TERM; end <= this.steps.length; end += 1 / STEP) {
      all.push(loudnessOf(mean(this.steps.slice(end - SHORT_TERM, end))));
    }
    return all;
  }

  /** Highest peak, between samples too, dBTP. */
  get truePeak(): number {
    return 20 * Math.log10(this.most);
  }
}
