/** What is heard beside the song: chords as they are entered, keys under the writer's hands. */
import type { SpessaSynthProcessor } from 'spessasynth_core';
import type { Channels } from './channels';
import type { Mixer } from '../mixer/mixer';
import type { StripSetup } from '../mixer/strip';
import { FLAT } from '../filters/tone';
import { AUDITION_CHANNEL, HAND_CHANNEL, stripOf } from '../score/score';
import { stereoSpreadOf } from '../banks/shipped';

const STRIP: StripSetup = {
  level: 100,
  pan: 64,
  reverbSend: 30,
  tone: FLAT,
  drive: 0,
  spread: 0,
  audible: true,
};
/** How hard chords are struck that are heard as they are entered. */
const STRUCK = 78;

const strip = (channel: number): string => stripOf({ part: null, channel });

/** What is heard beside the song: single chords, keys played by hand. */
export class Audition {
  private auditioned: { pitch: number; frames: number }[] = [];

  constructor(
    private readonly synth: SpessaSynthProcessor,
    private readonly channels: Channels,
    private readonly desk: Mixer,
    private readonly sampleRate: number,
  ) {
    for (const channel of [AUDITION_CHANNEL, HAND_CHANNEL]) desk.set(strip(channel), STRIP);
  }

  /** Sounds pitches at once for a while. */
  audition(program: number, pitches: readonly number[], level: number, seconds: number): void {
    this.stop();
    this.channels.setProgram(AUDITION_CHANNEL, program);
    this.desk.set(strip(AUDITION_CHANNEL), { ...STRIP, level, spread: stereoSpreadOf(program) });
    for (const pitch of pitches) this.synth.noteOn(AUDITION_CHANNEL, pitch, STRUCK);
    this.auditioned = pitches.map((pitch) => ({ pitch, frames: seconds * this.sampleRate }));
  }

  /** Ends what {@link audition} sounds. */
  stop(): void {
    for (const { pitch } of this.auditioned) this.synth.noteOff(AUDITION_CHANNEL, pitch);
    this.auditioned = [];
  }

  /** A key pressed by hand: it sounds until it is released. */
  press(program: number, pitch: number, velocity: number): void {
    this.channels.setProgram(HAND_CHANNEL, program);
    this.desk.set(strip(HAND_CHANNEL), { ...STRIP, spread: stereoSpreadOf(program) });
    this.synth.noteOff(HAND_CHANNEL, pitch);
    this.synth.noteOn(HAND_CHANNEL, pitch, velocity);
  }

  release(pitch: number): void {
    this.synth.noteOff(HAND_CHANNEL, pitch);
  }

  /** So many frames have passed: what was auditioned long enough ends. */
  age(frames: number): void {
    if (!this.auditioned.length) return;
    this.auditioned = this.auditioned.filter((note) => {
      note.frames -= frames;
      if (note.frames > 0) return true;
      this.synth.noteOff(AUDITION_CHANNEL, note.pitch);
      return false;
    });
  }
}
