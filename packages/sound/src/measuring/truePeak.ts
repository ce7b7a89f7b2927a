/**
 * Peaks between samples: four times as many are worked out by a filter of twelve taps for each.
 * Source: ITU-R BS.1770-4, Annex 2, table of the interpolating filter (from memory; held to EBU Tech 3341).
 */
const PHASES: readonly (readonly number[])[] = [
  [
    0.001708984375, 0.010986328125, -0.0196533203125, 0.033203125, -0.0594482421875, 0.1373291015625,
    0.97216796875, -0.102294921875, 0.047607421875, -0.026611328125, 0.014892578125, -0.00830078125,
  ],
  [
    -0.0291748046875, 0.029296875, -0.0517578125, 0.089111328125, -0.16650390625, 0.465087890625,
    0.77978515625, -0.2003173828125, 0.1015625, -0.0582275390625, 0.0330810546875, -0.0189208984375,
  ],
];
const TAPS = 12;
/** The other two phases are the first two the other way round. */
const FILTERS = [...PHASES, ...PHASES.map((taps) => [...taps].reverse()).reverse()].map((taps) =>
  Float64Array.from(taps),
);

/** A value between samples is at most so many times the largest of the samples about it. */
const MOST_BETWEEN = Math.max(...FILTERS.map((taps) => taps.reduce((sum, t) => sum + Math.abs(t), 0)));

/** One channel's peaks; what it tells of a sample lies up to half a filter before it. */
export class TruePeak {
  /** Twice as long as the filter: its last samples always lie in one piece. */
  private readonly past = new Float64Array(2 * TAPS);
  private at = 0;
  /** Samples for which one that may lead over the limit is still about. */
  private near = 0;
  private harmless = 0;

  /** @param under peaks under this are of no interest, and told as 0: most of them need no filter. */
  constructor(under = 0) {
    this.passUnder(under);
  }

  /** From here on peaks under this are of no interest. */
  passUnder(under: number): void {
    this.harmless = under / MOST_BETWEEN;
  }

  /** The largest of the four values about the sample in the middle of the last twelve, without its sign. */
  next(sample: number): number {
    const { past, at } = this;
    past[at] = sample;
    past[at + TAPS] = sample;
    this.at = (at + 1) % TAPS;
    if (sample > this.harmless || sample < -this.harmless) this.near = TAPS;
    else if (this.near > 0) this.near--;
    return this.near > 0 ? this.between(at + TAPS) : 0;
  }

  private between(newest: number): number {
    let most = 0;
    for (const taps of FILTERS) {
      let sum = 0;
      for (let i = 0; i < TAPS; i++) sum += taps[i]! * this.past[newest - i]!;
      const size = sum < 0 ? -sum : sum;
      if (size > most) most = size;
    }
    return most;
  }
}
