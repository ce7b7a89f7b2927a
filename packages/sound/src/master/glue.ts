/**
 * A gentle compressor: what stays loud for some time is held back a little, both channels alike. It looks at the mean
 * square, bends softly about its threshold, and goes slowly (common practice for a sum of parts).
 */
const RATIO = 2;
/** dB under full scale at no glue and at all of it; and the width of the bend. */
const THRESHOLD = [-6, -18] as const;
const KNEE = 8;
/** Seconds. */
const WINDOW = 0.02;
const ATTACK = 0.025;
const RELEASE = 0.22;
/** Frames between two looks: the gain is drawn straight between them. */
const EVERY = 16;

/** dB taken off at a level. */
function heldBack(level: number, threshold: number): number {
  const over = level - threshold;
  const slope = 1 - 1 / RATIO;
  if (over <= -KNEE / 2) return 0;
  if (over < KNEE / 2) return (slope * (over + KNEE / 2) ** 2) / (2 * KNEE);
  return slope * over;
}

/** A slow compressor that holds the sum together. */
export class Glue {
  private power = 0;
  private held = 0;
  private from = 1;
  private to = 1;
  private at = 0;
  private sum = 0;
  private readonly window: number;
  private readonly attack: number;
  private readonly release: number;

  constructor(sampleRate: number) {
    const share = (seconds: number): number => 1 - Math.exp(-EVERY / (seconds * sampleRate));
    this.window = share(WINDOW);
    this.attack = share(ATTACK);
    this.release = share(RELEASE);
  }

  /** The gain for a frame. */
  next(left: number, right: number, glue: number): number {
    this.sum += left * left + right * right;
    const gain = this.from + ((this.to - this.from) * this.at) / EVERY;
    if (++this.at === EVERY) this.look(glue);
    return gain;
  }

  private look(glue: number): void {
    this.power += (this.sum / (2 * EVERY) - this.power) * this.window;
    this.sum = 0;
    this.at = 0;
    const level = 10 * Math.log10(Math.max(1e-12, this.power));
    const wanted = glue > 0 ? heldBack(level, THRESHOLD[0] + (THRESHOLD[1] - THRESHOLD[0]) * glue) : 0;
    this.held += (wanted - this.held) * (wanted > this.held ? this.attack : this.release);
    this.from = this.to;
    this.to = 10 ** (-this.held / 20);
  }
}
