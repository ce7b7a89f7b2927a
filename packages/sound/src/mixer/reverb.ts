/**
 * The room all parts stand in: eight delays that feed each other (a feedback delay network; Jot & Chaigne, Digital delay
 * networks for designing artificial reverberators, AES 1991), the highs dying first, as walls and air have it.
 */
import { Biquad, lowCut } from '../filters/biquad';

/** Lengths of the delays, seconds: no two have common echoes. */
const LENGTHS = [0.0297, 0.0371, 0.0411, 0.0437, 0.0531, 0.0617, 0.0683, 0.0731];
/** Seconds until it has died away by 60 dB, and how much of the highs each round leaves. */
const DIES = 1.35;
const HIGHS = 0.42;
/** Seconds before the room answers. */
const AHEAD = 0.014;
const LOWEST = 180;
/** Sets a room of 127 beside the dry sound of a usual part. */
const GAIN = 0.5;

const COUNT = LENGTHS.length;
/** Keeps the matrix from adding anything: one over the root of eight. */
const SHARE = 1 / Math.sqrt(8);

type Lines = readonly [
  Float32Array,
  Float32Array,
  Float32Array,
  Float32Array,
  Float32Array,
  Float32Array,
  Float32Array,
  Float32Array,
];

/** The room that all parts share: a network of delay lines. */
export class Reverb {
  private readonly lines: Float32Array[];
  private readonly at = new Int32Array(COUNT);
  private readonly gains: Float64Array;
  private readonly damped = new Float64Array(COUNT);
  private readonly soft = 1 - HIGHS;
  private readonly ahead: readonly [Float32Array, Float32Array];
  private aheadAt = 0;
  private readonly cuts: readonly [Biquad, Biquad];
  /** Frames for which it goes on sounding. */
  private ringing = 0;
  private readonly rings: number;

  constructor(sampleRate: number) {
    this.lines = LENGTHS.map((s) => new Float32Array(Math.round(s * sampleRate)));
    this.gains = Float64Array.from(LENGTHS, (s) => 10 ** ((-3 * s) / DIES));
    const ahead = Math.round(AHEAD * sampleRate);
    this.ahead = [new Float32Array(ahead), new Float32Array(ahead)];
    this.cuts = [new Biquad(lowCut(LOWEST, sampleRate)), new Biquad(lowCut(LOWEST, sampleRate))];
    this.rings = Math.round(2 * DIES * sampleRate);
  }

  /**
   * Adds the room's answer to two channels.
   * @param sentLeft what is sent to it; used as room for its own sums.
   */
  process(
    sentLeft: Float32Array,
    sentRight: Float32Array,
    isSent: boolean,
    left: Float32Array,
    right: Float32Array,
  ): void {
    const frames = sentLeft.length;
    if (isSent) this.ringing = this.rings;
    else if (this.ringing <= 0) return;
    else this.ringing -= frames;
    this.cuts[0].process(sentLeft);
    this.cuts[1].process(sentRight);
    this.run(sentLeft, sentRight, left, right);
  }

  /** The eight lines frame by frame: each a variable of its own, since this is where most time of the desk goes. */
  private run(
    sentLeft: Float32Array,
    sentRight: Float32Array,
    left: Float32Array,
    right: Float32Array,
  ): void {
    const { at, gains, damped, soft } = this;
    const [line0, line1, line2, line3, line4, line5, line6, line7] = this.lines as unknown as Lines;
    let at0 = at[0]!;
    let damped0 = damped[0]!;
    const gain0 = gains[0]!;
    let at1 = at[1]!;
    let damped1 = damped[1]!;
    const gain1 = gains[1]!;
    let at2 = at[2]!;
    let damped2 = damped[2]!;
    const gain2 = gains[2]!;
    let at3 = at[3]!;
    let damped3 = damped[3]!;
    const gain3 = gains[3]!;
    let at4 = at[4]!;
    let damped4 = damped[4]!;
    const gain4 = gains[4]!;
    let at5 = at[5]!;
    let damped5 = damped[5]!;
    const gain5 = gains[5]!;
    let at6 = at[6]!;
    let damped6 = damped[6]!;
    const gain6 = gains[6]!;
    let at7 = at[7]!;
    let damped7 = damped[7]!;
    const gain7 = gains[7]!;
    const [aheadLeft, aheadRight] = this.ahead;
    let { aheadAt } = this;
    for (let i = 0; i < sentLeft.length; i++) {
      const l = aheadLeft[aheadAt]!;
      const r = aheadRight[aheadAt]!;
      aheadLeft[aheadAt] = sentLeft[i]!;
      aheadRight[aheadAt] = sentRight[i]!;
      if (++aheadAt === aheadLeft.length) aheadAt = 0;
      damped0 += (line0[at0]! - damped0) * soft;
      const out0 = damped0 * gain0;
      damped1 += (line1[at1]! - damped1) * soft;
      const out1 = damped1 * gain1;
      damped2 += (line2[at2]! - damped2) * soft;
      const out2 = damped2 * gain2;
      damped3 += (line3[at3]! - damped3) * soft;
      const out3 = damped3 * gain3;
      damped4 += (line4[at4]! - damped4) * soft;
      const out4 = damped4 * gain4;
      damped5 += (line5[at5]! - damped5) * soft;
      const out5 = damped5 * gain5;
      damped6 += (line6[at6]! - damped6) * soft;
      const out6 = damped6 * gain6;
      damped7 += (line7[at7]! - damped7) * soft;
      const out7 = damped7 * gain7;
      left[i]! += GAIN * (out0 - out2 + out4 - out6);
      right[i]! += GAIN * (out1 - out3 + out5 - out7);
      // Hadamard's matrix of eight, in three steps of sums and differences.
      const a = out0 + out1;
      const b = out0 - out1;
      const c = out2 + out3;
      const d = out2 - out3;
      const e = out4 + out5;
      const f = out4 - out5;
      const g = out6 + out7;
      const h = out6 - out7;
      const ac = a + c;
      const bd = b + d;
      const ca = a - c;
      const db = b - d;
      const eg = e + g;
      const fh = f + h;
      const ge = e - g;
      const hf = f - h;
      line0[at0] = SHARE * (ac + eg) + l;
      if (++at0 === line0.length) at0 = 0;
      line1[at1] = SHARE * (bd + fh) + r;
      if (++at1 === line1.length) at1 = 0;
      line2[at2] = SHARE * (ca + ge) + l;
      if (++at2 === line2.length) at2 = 0;
      line3[at3] = SHARE * (db + hf) + r;
      if (++at3 === line3.length) at3 = 0;
      line4[at4] = SHARE * (ac - eg) + l;
      if (++at4 === line4.length) at4 = 0;
      line5[at5] = SHARE * (bd - fh) + r;
      if (++at5 === line5.length) at5 = 0;
      line6[at6] = SHARE * (ca - ge) + l;
      if (++at6 === line6.length) at6 = 0;
      line7[at7] = SHARE * (db - hf) + r;
      if (++at7 === line7.length) at7 = 0;
    }
    this.aheadAt = aheadAt;
    at[0] = at0;
    damped[0] = damped0;
    at[1] = at1;
    damped[1] = damped1;
    at[2] = at2;
    damped[2] = damped2;
    at[3] = at3;
    damped[3] = damped3;
    at[4] = at4;
    damped[4] = damped4;
    at[5] = at5;
    damped[5] = damped5;
    at[6] = at6;
    damped[6] = damped6;
    at[7] = at7;
    damped[7] = damped7;
  }
}
