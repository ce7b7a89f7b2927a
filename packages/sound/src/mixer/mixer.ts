/** The desk: a strip for each part, all of them in one room. */
import type { MixOffsetName } from '@backline/core/song/choices';
import { Reverb } from './reverb';
import { Strip, type StripSetup } from './strip';

const BLOCK = 128;

/** Two channels of one block. */
export interface Pair {
  readonly left: Float32Array;
  readonly right: Float32Array;
}

export const pair = (): Pair => ({ left: new Float32Array(BLOCK), right: new Float32Array(BLOCK) });

interface Lane {
  readonly strip: Strip;
  readonly sound: Pair;
  /** A room of its own, where what each part adds is wanted by itself. */
  readonly reverb: Reverb | null;
  /** Blocks in a row in which nothing has come. */
  still: number;
}

/** Blocks after which a strip's filters have died away. */
const DIED_AWAY = 60;

const isSilent = (samples: Float32Array): boolean => {
  for (let i = 0; i < samples.length; i++) if (samples[i] !== 0) return false;
  return true;
};

/** Strips are known by the part's id. */
export class Mixer {
  private readonly lanes = new Map<string, Lane>();
  private readonly shared: Reverb;
  private readonly sent = pair();

  /** @param apart true where every part is wanted by itself as well, with its own share of the room. */
  constructor(
    private readonly sampleRate: number,
    private readonly apart: boolean,
  ) {
    this.shared = new Reverb(sampleRate);
  }

  set(id: string, setup: StripSetup): void {
    this.lane(id).strip.set(setup);
  }

  /** Every strip at once where it is set: nothing sounds. */
  settle(): void {
    for (const { strip } of this.lanes.values()) strip.settle();
  }

  move(id: string, moves: MixOffsetName, value: number): void {
    this.lane(id).strip.move(moves, value);
  }

  /** Where a part's own sound goes, before its strip. */
  soundOf(id: string): Pair {
    return this.lane(id).sound;
  }

  /** Loudest samples of the strips that sounded since this was last asked, by their ids. */
  takePeaks(gain: number): [id: string, left: number, right: number][] {
    const peaks: [string, number, number][] = [];
    for (const [id, { strip }] of this.lanes) {
      const [left, right] = strip.loudest.take();
      if (left > 0 || right > 0) peaks.push([id, left * gain, right * gain]);
    }
    return peaks;
  }

  private lane(id: string): Lane {
    const known = this.lanes.get(id);
    if (known) return known;
    const lane: Lane = {
      strip: new Strip(this.sampleRate),
      sound: pair(),
      reverb: this.apart ? new Reverb(this.sampleRate) : null,
      still: DIED_AWAY,
    };
    this.lanes.set(id, lane);
    return lane;
  }

  /** Empties the strips for another block. */
  clear(): void {
    for (const { sound } of this.lanes.values()) {
      sound.left.fill(0);
      sound.right.fill(0);
    }
  }

  /** Adds all strips and their room to a block of up to 128 frames. */
  process(left: Float32Array, right: Float32Array): void {
    const frames = left.length;
    const sentLeft = this.sent.left.subarray(0, frames);
    const sentRight = this.sent.right.subarray(0, frames);
    sentLeft.fill(0);
    sentRight.fill(0);
    let isSent = false;
    for (const lane of this.lanes.values()) {
      const { strip, sound, reverb } = lane;
      const own = frames === BLOCK ? sound : cut(sound, frames);
      lane.still = isSilent(own.left) && isSilent(own.right) ? lane.still + 1 : 0;
      const isStill = lane.still > DIED_AWAY;
      if (isStill) strip.settle();
      if (isStill && !reverb) continue;
      if (reverb) {
        sentLeft.fill(0);
        sentRight.fill(0);
      }
      const sends = !isStill && strip.process(own.left, own.right, sentLeft, sentRight);
      if (reverb) reverb.process(sentLeft, sentRight, sends, own.left, own.right);
      else isSent ||= sends;
      add(own, left, right);
    }
    if (!this.apart) this.shared.process(sentLeft, sentRight, isSent, left, right);
  }
}

const cut = ({ left, right }: Pair, frames: number): Pair => ({
  left: left.subarray(0, frames),
  right: right.subarray(0, frames),
});

function add(from: Pair, left: Float32Array, right: Float32Array): void {
  for (let i = 0; i < left.length; i++) {
    left[i]! += from.left[i]!;
    right[i]! += from.right[i]!;
  }
}
