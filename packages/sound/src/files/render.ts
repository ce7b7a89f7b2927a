/**
 * A song as sound, without a sound card: the same engine, blocks, desk and master bus as in the audio
 * thread, so that what comes out is what is heard. Whole and parts are made in one pass.
 */
import { Engine } from '../engine/engine';
import { LOOK_AHEAD } from '../master/limiter';
import { MASTER_GAIN, Master, MasterFilters } from '../master/master';
import type { DecodedBank } from '../engine/messages';
import type { Score } from '../score/score';

const BLOCK = LOOK_AHEAD;
/** Blocks that are handed out together: a little under a second. */
const BLOCKS = 256;
/** Seconds a song may ring on after its end, and how quiet it is when it has died away. */
const LONGEST_TAIL = 8;
const QUIET = 10 ** (-80 / 20);

/** Samples of two channels. */
export interface Stereo {
  readonly left: Float32Array;
  readonly right: Float32Array;
}

/** Frames of two channels. */
export interface Frames extends Stereo {
  /** Share of the song that has been rendered, 0 to 1. */
  readonly done: number;
  /** By part: what it adds to them. The parts laid over each other are the whole. */
  readonly parts: ReadonlyMap<string, Stereo>;
}

/** How a score is rendered: at which rate, with or without the master. */
export interface RenderOptions {
  /** Parts whose share is wanted by itself. */
  readonly parts?: readonly string[];
  /** False where the sum of the strips is wanted as it is: no filter, no glue, no limiter. */
  readonly mastered?: boolean;
}

async function engineFor(
  score: Score,
  banks: readonly DecodedBank[],
  sampleRate: number,
  apart: boolean,
): Promise<Engine> {
  const engine = new Engine(sampleRate, { mastered: false, apart });
  await engine.ready;
  for (const bank of banks) engine.addBank(bank);
  engine.setScore(score);
  engine.play(0, false);
  return engine;
}

const loudest = (samples: Float32Array): number => {
  let most = 0;
  for (let i = 0; i < samples.length; i++) most = Math.max(most, Math.abs(samples[i]!));
  return most;
};

const stereo = (): Stereo => ({
  left: new Float32Array(BLOCK * BLOCKS),
  right: new Float32Array(BLOCK * BLOCKS),
});

/**
 * What a part adds to the whole: its own sound through the filters and under the gains of the whole, as late as it: by a block,
 * which is as long as the limiter looks ahead.
 */
class PartContribution {
  /** The block that came last, under all gains but the limiter's. */
  readonly loud: Stereo = { left: new Float32Array(BLOCK), right: new Float32Array(BLOCK) };
  private readonly before: Stereo = { left: new Float32Array(BLOCK), right: new Float32Array(BLOCK) };
  private readonly filters: MasterFilters;

  constructor(
    sampleRate: number,
    private readonly score: Score,
  ) {
    this.filters = new MasterFilters(sampleRate);
  }

  /** Takes a block of the strip, with the gains of the whole. */
  take({ left, right }: Stereo, gains: Float32Array): void {
    this.before.left.set(this.loud.left);
    this.before.right.set(this.loud.right);
    this.loud.left.set(left);
    this.loud.right.set(right);
    this.filters.process(this.loud.left, this.loud.right, this.score.master);
    for (let i = 0; i < BLOCK; i++) {
      this.loud.left[i]! *= gains[i]!;
      this.loud.right[i]! *= gains[i]!;
    }
  }

  /** Puts the block before it where it belongs, under the limiter's gains. */
  give(limits: Float32Array, into: Stereo): void {
    for (let i = 0; i < BLOCK; i++) {
      into.left[i] = this.before.left[i]! * limits[i]!;
      into.right[i] = this.before.right[i]! * limits[i]!;
    }
  }
}

/** Renders a song to its end and until it has died away, some blocks at a time. */
export async function* renderSong(
  score: Score,
  banks: readonly DecodedBank[],
  sampleRate: number,
  { parts: wanted = [], mastered = true }: RenderOptions = {},
): AsyncGenerator<Frames> {
  const engine = await engineFor(score, banks, sampleRate, wanted.length > 0);
  const master = new Master(sampleRate);
  master.setup = score.master;
  const shares = new Map(wanted.map((id) => [id, new PartContribution(sampleRate, score)]));
  const loud = [...shares.values()].map((share) => share.loud);
  const gains = new Float32Array(BLOCK);
  for (let tail = 0; tail < LONGEST_TAIL * sampleRate;) {
    const { left, right } = stereo();
    const parts = new Map(wanted.map((id) => [id, stereo()]));
    const { playing } = engine;
    for (let at = 0; at < left.length; at += BLOCK) {
      const [l, r] = [left.subarray(at, at + BLOCK), right.subarray(at, at + BLOCK)];
      engine.process(l, r);
      if (mastered) {
        master.hold(l, r, gains);
        for (const [id, share] of shares) share.take(engine.mixer.soundOf(id), gains);
        master.limit(l, r, gains, loud);
        for (const [id, share] of shares) share.give(gains, blockOf(parts.get(id)!, at));
      } else {
        plain(l, r);
        for (const id of wanted) {
          const [own, into] = [engine.mixer.soundOf(id), blockOf(parts.get(id)!, at)];
          into.left.set(own.left);
          into.right.set(own.right);
          plain(into.left, into.right);
        }
      }
    }
    yield { left, right, parts, done: engine.playing ? engine.position / Math.max(1, score.length) : 1 };
    if (playing) continue;
    tail += left.length;
    if (loudest(left) < QUIET && loudest(right) < QUIET) return;
  }
}

const blockOf = ({ left, right }: Stereo, at: number): Stereo => ({
  left: left.subarray(at, at + BLOCK),
  right: right.subarray(at, at + BLOCK),
});

/** What is not mastered leaves room over its peaks: 6 dB less than on the bus. */
function plain(left: Float32Array, right: Float32Array): void {
  for (let i = 0; i < left.length; i++) {
    left[i]! *= MASTER_GAIN / 2;
    right[i]! *= MASTER_GAIN / 2;
  }
}
