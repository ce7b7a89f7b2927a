/**
 * A song as sound, without a sound card: the same engine, blocks and master bus as in the audio
 * thread, so that what comes out is what is heard.
 */
import { Engine } from './engine';
import { LOOK_AHEAD, MASTER_GAIN, Master } from './master';
import type { DecodedBank } from './messages';
import { scoreOfPart, type Score } from './score';

const BLOCK = 128;
/** Blocks that are handed out together: a little under a second. */
const BLOCKS = 256;
/** Seconds a song may ring on after its end, and how quiet it is when it has died away. */
const LONGEST_TAIL = 8;
const QUIET = 10 ** (-80 / 20);

/** Frames of two channels. */
export interface Frames {
  readonly left: Float32Array;
  readonly right: Float32Array;
  /** Share of the song that has been rendered, 0 to 1. */
  readonly done: number;
}

async function engineFor(
  score: Score,
  banks: readonly DecodedBank[],
  sampleRate: number,
  mastered: boolean,
): Promise<Engine> {
  const engine = new Engine(sampleRate, mastered);
  await engine.ready;
  for (const bank of banks) engine.addBank(bank);
  engine.setScore(score);
  engine.play(0, false);
  return engine;
}

const loudest = (samples: Float32Array): number =>
  samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0);

/**
 * Runs an engine to the end of its song and until it has died away, some blocks at a time.
 * @param count how often blocks are handed out, where that is known.
 */
function* run(engine: Engine, length: number, sampleRate: number, count?: number): Generator<Frames> {
  let tail = 0;
  for (let n = 0; count === undefined ? tail < LONGEST_TAIL * sampleRate : n < count; n++) {
    const left = new Float32Array(BLOCK * BLOCKS);
    const right = new Float32Array(BLOCK * BLOCKS);
    const { playing } = engine;
    for (let at = 0; at < left.length; at += BLOCK) {
      engine.process(left.subarray(at, at + BLOCK), right.subarray(at, at + BLOCK));
    }
    yield { left, right, done: engine.playing ? engine.position / Math.max(1, length) : 1 };
    if (playing || count !== undefined) continue;
    tail += left.length;
    if (loudest(left) < QUIET && loudest(right) < QUIET) return;
  }
}

/** The whole song as it is heard, frame after frame. */
export async function* renderSong(
  score: Score,
  banks: readonly DecodedBank[],
  sampleRate: number,
): AsyncGenerator<Frames> {
  yield* run(await engineFor(score, banks, sampleRate, true), score.length, sampleRate);
}

/** Gains the master bus gave to each frame of a song that was rendered. */
class Gains {
  private readonly blocks: Float32Array[] = [];

  add(gains: Float32Array): void {
    this.blocks.push(gains);
  }

  block(index: number): Float32Array | undefined {
    return this.blocks[index];
  }

  get count(): number {
    return this.blocks.length;
  }
}

/** What a part adds to the mix: its own sound under the gains of the whole, as late as the master bus makes it. */
function* underGains(frames: Iterable<Frames>, gains: Gains): Generator<Frames> {
  let before = { left: new Float32Array(LOOK_AHEAD), right: new Float32Array(LOOK_AHEAD) };
  let index = 0;
  for (const { left, right, done } of frames) {
    const gain = gains.block(index++);
    const late = (from: Float32Array, held: Float32Array): Float32Array =>
      Float32Array.from(from, (_, i) => {
        const value = i < LOOK_AHEAD ? held[i]! : from[i - LOOK_AHEAD]!;
        return value * MASTER_GAIN * (gain?.[i] ?? 1);
      });
    yield { left: late(left, before.left), right: late(right, before.right), done };
    before = { left: left.slice(-LOOK_AHEAD), right: right.slice(-LOOK_AHEAD) };
  }
}

/** Parts of a score that are heard, in order. */
export const audibleParts = (score: Score): string[] =>
  score.channels.flatMap(({ part, audible }) => (part !== null && audible ? [part] : []));

/** Renders a song and, part by part, what each of them adds to it: the parts laid over each other are the song. */
export class StemRenderer {
  private readonly gains = new Gains();

  constructor(
    private readonly score: Score,
    private readonly banks: readonly DecodedBank[],
    private readonly sampleRate: number,
  ) {}

  /** The whole song. It has to be rendered to its end before its parts. */
  async *song(): AsyncGenerator<Frames> {
    const engine = await engineFor(this.score, this.banks, this.sampleRate, false);
    const master = new Master(this.sampleRate);
    for (const { left, right, done } of run(engine, this.score.length, this.sampleRate)) {
      const gains = new Float32Array(left.length);
      master.process(left, right, gains);
      this.gains.add(gains);
      yield { left, right, done };
    }
  }

  /** What one part adds, as long as the whole. */
  async *part(id: string): AsyncGenerator<Frames> {
    const own = scoreOfPart(this.score, id);
    const engine = await engineFor(own, this.banks, this.sampleRate, false);
    yield* underGains(run(engine, own.length, this.sampleRate, this.gains.count), this.gains);
  }
}
