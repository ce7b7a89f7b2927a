/** A filter of second order, and the shapes it takes. */
export interface Coefficients {
  readonly b: readonly [number, number, number];
  /** What is fed back; the leading one is 1. */
  readonly a: readonly [number, number];
}

/** A filter of second order. Source: W3C Audio EQ Cookbook. */
export class Biquad {
  private x1 = 0;
  private x2 = 0;
  private y1 = 0;
  private y2 = 0;
  private b0: number;
  private b1: number;
  private b2: number;
  private a1: number;
  private a2: number;

  constructor({ b, a }: Coefficients) {
    [this.b0, this.b1, this.b2] = b;
    [this.a1, this.a2] = a;
  }

  /** Another shape; what sounds goes on. */
  retune({ b, a }: Coefficients): void {
    [this.b0, this.b1, this.b2] = b;
    [this.a1, this.a2] = a;
  }

  next(x: number): number {
    const y = this.b0 * x + this.b1 * this.x1 + this.b2 * this.x2 - this.a1 * this.y1 - this.a2 * this.y2;
    this.x2 = this.x1;
    this.x1 = x;
    this.y2 = this.y1;
    this.y1 = y;
    return y;
  }

  /** A block in place. */
  process(samples: Float32Array): void {
    const { b0, b1, b2, a1, a2 } = this;
    let { x1, x2, y1, y2 } = this;
    for (let i = 0; i < samples.length; i++) {
      const x = samples[i]!;
      const y = b0 * x + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2;
      x2 = x1;
      x1 = x;
      y2 = y1;
      y1 = y;
      samples[i] = y;
    }
    this.x1 = x1;
    this.x2 = x2;
    // What has all but died away would slow the arithmetic down.
    this.y1 = Math.abs(y1) < 1e-20 ? 0 : y1;
    this.y2 = Math.abs(y2) < 1e-20 ? 0 : y2;
  }
}

/*
 * Shapes by frequency (Hz), gain (dB) and width. Source: Robert Bristow-Johnson, Cookbook formulae for audio equalizer
 * biquad filter coefficients (W3C Working Group Note, 2021).
 */
const scaled = (a0: number, b: readonly number[], a: readonly number[]): Coefficients => ({
  b: [b[0]! / a0, b[1]! / a0, b[2]! / a0],
  a: [a[0]! / a0, a[1]! / a0],
});

const turn = (hz: number, rate: number): number => (2 * Math.PI * Math.min(hz, 0.49 * rate)) / rate;

/** Both shelves: `side` is 1 for the low one, −1 for the high one; slope 1. */
function shelf(side: 1 | -1, hz: number, gain: number, rate: number): Coefficients {
  const size = 10 ** (gain / 40);
  const cos = Math.cos(turn(hz, rate));
  const alpha = 2 * Math.sqrt(size) * (Math.sin(turn(hz, rate)) / Math.SQRT2);
  const [plus, minus] = [size + 1, size - 1];
  return scaled(
    plus + side * minus * cos + alpha,
    [
      size * (plus - side * minus * cos + alpha),
      2 * size * side * (minus - side * plus * cos),
      size * (plus - side * minus * cos - alpha),
    ],
    [-2 * side * (minus + side * plus * cos), plus + side * minus * cos - alpha],
  );
}

export const lowShelf = (hz: number, gain: number, rate: number): Coefficients => shelf(1, hz, gain, rate);
export const highShelf = (hz: number, gain: number, rate: number): Coefficients => shelf(-1, hz, gain, rate);

export function bell(hz: number, gain: number, width: number, rate: number): Coefficients {
  const size = 10 ** (gain / 40);
  const cos = Math.cos(turn(hz, rate));
  const alpha = Math.sin(turn(hz, rate)) / (2 * width);
  return scaled(
    1 + alpha / size,
    [1 + alpha * size, -2 * cos, 1 - alpha * size],
    [-2 * cos, 1 - alpha / size],
  );
}

export function lowCut(hz: number, rate: number): Coefficients {
  const cos = Math.cos(turn(hz, rate));
  const alpha = Math.sin(turn(hz, rate)) / Math.SQRT2;
  return scaled(1 + alpha, [(1 + cos) / 2, -(1 + cos), (1 + cos) / 2], [-2 * cos, 1 - alpha]);
}
