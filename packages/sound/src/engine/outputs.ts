/** Which strip of the desk each channel of the synthesizer fills. */
import type { SpessaSynthProcessor } from 'spessasynth_core';
import type { Mixer } from '../mixer/mixer';
import { stripOf, type ChannelSetup } from '../score/score';

/** The ways from the synthesizer's channels to the desk. */
export class Outputs {
  /** For each channel the pair of buffers its strip is filled by. */
  buffers: Float32Array[][] = [];
  private readonly strips = new Map<number, string>();

  constructor(
    private readonly synth: SpessaSynthProcessor,
    private readonly mixer: Mixer,
  ) {
    this.connect();
  }

  /** The strip of a channel. */
  stripAt(channel: number): string {
    return this.strips.get(channel) ?? stripOf({ part: null, channel });
  }

  /** Leads every channel to its strip, and sets the strips. */
  setUp(channels: readonly ChannelSetup[]): void {
    this.strips.clear();
    for (const setup of channels) {
      this.strips.set(setup.channel, stripOf(setup));
      this.mixer.set(stripOf(setup), setup);
    }
    this.connect();
  }

  private connect(): void {
    this.buffers = this.synth.midiChannels.map((_, channel) => {
      const { left, right } = this.mixer.soundOf(this.stripAt(channel));
      return [left, right];
    });
  }
}
