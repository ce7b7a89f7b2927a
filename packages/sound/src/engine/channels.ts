/** The synthesizer's channels, kept as a score has them at its position. */
import type { MIDIController, SpessaSynthProcessor } from 'spessasynth_core';
import { DRUM_CHANNEL } from '@backline/core/formats/midi/channels';
import { CONTROLLER, bendValue } from '@backline/core/formats/midi/controllers';
import { AT_REST } from '@backline/core/groove/gestures';
import { MIX_OFFSETS, type MixOffsetName } from '@backline/core/song/choices';
import { BEND, HAND_CHANNEL, STRIP, gestureAt, fromStrip, lastAt, onStrip, type Score } from '../score/score';

const VOLUME = 7;
/** Level, place and room are the desk's: the synthesizer gives each channel plain. */
const FULL = 127;

/** Where controllers stand when no gesture has moved them. */
const RESTS: readonly (readonly [number, number])[] = [
  [BEND, bendValue(AT_REST.bend)],
  ...MIX_OFFSETS.map((moves) => [STRIP[moves], AT_REST[moves]] as const),
  ...(['expression', 'pedal', 'brightness'] as const).map((m) => [CONTROLLER[m], AT_REST[m]] as const),
];

/** The synthesizer's channels: programs, controllers, bends, as they stand. */
export class Channels {
  private readonly programs = new Map<number, number>();
  /** Channels that were told to play drums, or not to. */
  private readonly drummed = new Map<number, boolean>([[DRUM_CHANNEL, true]]);

  /** @param moveStrip called where a gesture moves a channel in the mix. */
  constructor(
    private readonly synth: SpessaSynthProcessor,
    private readonly moveStrip: (channel: number, moves: MixOffsetName, value: number) => void,
  ) {
    while (synth.midiChannels.length <= HAND_CHANNEL) synth.createMIDIChannel();
  }

  /** Gives every channel its program as a score has it. */
  setUp(score: Score, position: number): void {
    for (const { channel, percussion } of score.channels) {
      this.open(channel, percussion);
      this.synth.controllerChange(channel, VOLUME, FULL);
      this.followProgram(score, channel, position);
    }
  }

  /**
   * Every controller as the last gesture left it, or at rest.
   * @param count how many of the score's gestures lie before the position.
   */
  followGestures({ channels, gestures }: Score, count: number): void {
    const stands = new Map(channels.map(({ channel }) => [channel, new Map(RESTS)]));
    for (let i = 0; i < count; i++) {
      const { channel, controller, value } = gestureAt(gestures, i);
      stands.get(channel)?.set(controller, value);
    }
    for (const [channel, own] of stands) {
      for (const [controller, value] of own) this.set(channel, controller, value);
    }
  }

  followProgram({ channels }: Score, channel: number, position: number): void {
    const setup = channels.find((c) => c.channel === channel);
    const program = setup && lastAt(setup.programs, Math.max(0, position))?.program;
    if (program !== undefined) this.setProgram(channel, setup?.percussion ? 0 : program);
  }

  set(channel: number, controller: number, value: number): void {
    const moves = onStrip(controller);
    if (moves) this.moveStrip(channel, moves, fromStrip(moves, value));
    else if (controller === BEND) this.synth.pitchWheel(channel, value);
    else this.synth.controllerChange(channel, controller as MIDIController, value);
  }

  /** A pedal that stays down would let what was ended ring on. */
  liftPedals({ channels }: Score): void {
    for (const { channel } of channels) this.set(channel, CONTROLLER.pedal, AT_REST.pedal);
  }

  /** The program of a channel; 0 until it has one. */
  programOf(channel: number): number {
    return this.programs.get(channel) ?? 0;
  }

  setProgram(channel: number, program: number): void {
    if (this.programs.get(channel) === program) return;
    this.programs.set(channel, program);
    this.synth.programChange(channel, program);
  }

  /** Banks have changed: every program is set anew. */
  forgetPrograms(): void {
    this.programs.clear();
  }

  /** Makes a channel where there is none yet, and lets it play drums or not. */
  private open(channel: number, percussion: boolean): void {
    while (this.synth.midiChannels.length <= channel) this.synth.createMIDIChannel();
    if ((this.drummed.get(channel) ?? false) === percussion) return;
    this.drummed.set(channel, percussion);
    this.synth.midiChannels[channel]!.setDrums(percussion);
    this.programs.delete(channel);
  }
}
