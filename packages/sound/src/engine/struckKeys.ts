/** How keys are touched: strokes that differ, and notes that live while they are held. */
import type { SpessaSynthProcessor } from 'spessasynth_core';
import type { Score } from '../score/score';
import { isPickNoise } from '../score/pickNoises';
import type { Channels } from './channels';
import type { SoundingNotes } from './soundingNotes';
import { Strokes, isStruck } from './strokes';
import { Vibrato } from './vibrato';

/** A sampler's keys under a player's hands and breath. */
export class StruckKeys {
  private readonly strokes: Strokes;
  private readonly vibrato: Vibrato;

  constructor(
    private readonly synth: SpessaSynthProcessor,
    private readonly channels: Channels,
  ) {
    this.strokes = new Strokes(synth);
    this.vibrato = new Vibrato(synth);
  }

  /** Begins anew: from the same place the same strokes follow. */
  begin(): void {
    this.strokes.begin();
  }

  /** Strikes a key as its next stroke sounds. */
  strike(channel: number, pitch: number, velocity: number, isPercussion: boolean): void {
    const program = this.channels.programOf(channel);
    const isAlone = isPercussion || isPickNoise(program, pitch);
    if (isAlone || isStruck(program)) this.strokes.prepare(channel, pitch, velocity, isAlone);
    this.synth.noteOn(channel, pitch, velocity);
  }

  /** Moves what is held on to a moment, seconds played. */
  move({ channels }: Pick<Score, 'channels'>, sounding: SoundingNotes, seconds: number): void {
    for (const { channel, percussion } of channels) {
      if (!percussion) this.vibrato.move(channel, this.channels.programOf(channel), sounding, seconds);
    }
  }

  rest(): void {
    this.vibrato.rest();
  }
}
