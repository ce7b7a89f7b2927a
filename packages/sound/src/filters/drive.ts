/**
 * Peaks that give way, as a valve's do: tanh, by its antiderivative between samples, which keeps what it adds above the
 * highest frequency from falling back among the music. Source: Parker, Zavalishin & Le Bivic, Reducing the aliasing of
 * nonlinear waveshaping using continuous-time convolution (DAFx 2016).
 */

/** ln cosh x, without overflow. */
const lnCosh = (x: number): number => {
  const size = Math.abs(x);
  return size + Math.log1p(Math.exp(-2 * size)) - Math.LN2;
};

/** How much louder it goes in at full drive. */
const MOST = 14;
/** Samples this near are the same for the purpose of a difference. */
const NEAR = 1e-4;

/** Saturates a channel softly. */
export class Drive {
  private before = 0;
  private antiderivative = 0;

  /** @param amount 0 (nothing) to 1. */
  process(samples: Float32Array, amount: number): void {
    const into = 1 + (MOST - 1) * amount * amount;
    // As loud to the ear on the whole: what goes in at a middling level comes out at it.
    const out = 0.35 / Math.tanh(0.35 * into);
    for (let i = 0; i < samples.length; i++) {
      const x = samples[i]! * into;
      const own = lnCosh(x);
      const step = x - this.before;
      const y =
        step > NEAR || step < -NEAR ? (own - this.antiderivative) / step : Math.tanh((x + this.before) / 2);
      this.before = x;
      this.antiderivative = own;
      samples[i] = y * out;
    }
  }
}
