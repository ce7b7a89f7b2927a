/**
 * The master bus: low cut, tone, gain, glue, limiter. All that is not linear in it is one gain a frame, so that each
 * part's share of the whole can be told: the same filters, the same gains.
 */
import { Biquad, lowCut } from '../filters/biquad';
import { ToneFilter } from '../filters/tone';
import { Glue } from './glue';
import { Limiter, type LimitedBeside } from './limiter';
import { PLAIN_MASTER, type MasterSetup } from './setup';

/** What a mix of sampled parts lacks to full scale. */
export const MASTER_GAIN = 4.1;
/** Rumble under the lowest note of a bass, Hz. */
const LOWEST = 28;

/** The filters of the bus: the same for the whole and for a part of it. */
export class MasterFilters {
  private readonly cuts: readonly [Biquad, Biquad];
  private readonly tone: ToneFilter;

  constructor(sampleRate: number) {
    const shape = lowCut(LOWEST, sampleRate);
    this.cuts = [new Biquad(shape), new Biquad(shape)];
    this.tone = new ToneFilter(sampleRate);
  }

  process(left: Float32Array, right: Float32Array, { tone }: MasterSetup): void {
    this.tone.set(tone);
    this.cuts[0].process(left);
    this.cuts[1].process(right);
    this.tone.process(left, right);
  }
}

/** The master bus: tone, glue, gain, limiter. */
export class Master {
  setup: MasterSetup = PLAIN_MASTER;
  private readonly filters: MasterFilters;
  private readonly glue: Glue;
  private readonly limiter: Limiter;
  private gain = MASTER_GAIN;

  constructor(sampleRate: number) {
    this.filters = new MasterFilters(sampleRate);
    this.glue = new Glue(sampleRate);
    this.limiter = new Limiter(sampleRate);
  }

  /** Works on a block in place, LOOK_AHEAD frames late. */
  process(left: Float32Array, right: Float32Array): void {
    this.hold(left, right);
    this.limit(left, right);
  }

  /**
   * All but the limiter, in place.
   * @param gains takes the gain of each frame, where it is wanted.
   */
  hold(left: Float32Array, right: Float32Array, gains?: Float32Array): void {
    const { setup, glue } = this;
    this.filters.process(left, right, setup);
    const wanted = MASTER_GAIN * 10 ** (setup.gain / 20);
    const step = (wanted - this.gain) / left.length;
    for (let i = 0; i < left.length; i++) {
      const gain = this.gain + step * i;
      const held = gain * glue.next(left[i]! * gain, right[i]! * gain, setup.glue);
      left[i]! *= held;
      right[i]! *= held;
      if (gains) gains[i] = held;
    }
    this.gain = wanted;
  }

  /**
   * The limiter, in place, LOOK_AHEAD frames late.
   * @param gains takes its gain for each frame that comes out.
   * @param parts what each part adds, under the gains so far: none of them rises over the ceiling either.
   */
  limit(
    left: Float32Array,
    right: Float32Array,
    gains?: Float32Array,
    parts: readonly LimitedBeside[] = [],
  ): void {
    this.limiter.process(left, right, gains, parts);
  }
}
