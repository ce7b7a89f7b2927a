/** Lows, middle and highs of two channels: three filters, of which only those that do something cost anything. */
import type { Tone } from '@backline/core/song/mix';
import { Biquad, bell, highShelf, lowShelf } from './biquad';

export const FLAT: Tone = { low: 0, middle: 0, high: 0 };

/** Hz; the middle one is a wide bell. */
const LOW = 140;
const MIDDLE = 1100;
const HIGH = 5200;
const WIDTH = 0.7;

/** Lows, middle and highs of two channels as three filters. */
export class ToneFilter {
  private readonly bands = new Map<keyof Tone, readonly [Biquad, Biquad]>();
  private tone: Tone = FLAT;

  constructor(private readonly sampleRate: number) {}

  set(tone: Tone): void {
    if (tone === this.tone) return;
    for (const band of ['low', 'middle', 'high'] as const) {
      if (tone[band] === this.tone[band]) continue;
      const shape = this.shapeOf(band, tone[band]);
      const known = this.bands.get(band);
      // Once in the way it stays there, flat: to take it out would click.
      if (known) known.forEach((filter) => filter.retune(shape));
      else this.bands.set(band, [new Biquad(shape), new Biquad(shape)]);
    }
    this.tone = tone;
  }

  private shapeOf(band: keyof Tone, gain: number) {
    if (band === 'low') return lowShelf(LOW, gain, this.sampleRate);
    if (band === 'high') return highShelf(HIGH, gain, this.sampleRate);
    return bell(MIDDLE, gain, WIDTH, this.sampleRate);
  }

  process(left: Float32Array, right: Float32Array): void {
    for (const [l, r] of this.bands.values()) {
      l.process(left);
      r.process(right);
    }
  }
}
