/** A filter of second order, as ITU-R BS.1770 builds its weighting from. */
export interface Coefficients {
  readonly b: readonly [number, number, number];
  /** What is fed back; the leading one is 1. */
  readonly a: readonly [number, number];
}

export class Biquad {
  private x1 = 0;
  private x2 = 0;
  private y1 = 0;
  private y2 = 0;

  constructor(private readonly coefficients: Coefficients) {}

  next(x: number): number {
    const { b, a } = this.coefficients;
    const y = b[0] * x + b[1] * this.x1 + b[2] * this.x2 - a[0] * this.y1 - a[1] * this.y2;
    this.x2 = this.x1;
    this.x1 = x;
    this.y2 = this.y1;
    this.y1 = y;
    return y;
  }
}
