/** The vibrato of winds and bows: it comes a while after a note has begun, wider where the note is strong. */
import type { SpessaSynthProcessor } from 'spessasynth_core';
import { vibratoOf } from '../banks/shipped';
import type { SoundingNotes } from './soundingNotes';

/** Seconds before it begins, and in which it grows to its full width. Common practice: straight, then moved. */
const AFTER = 0.28;
const GROWS = 0.55;
/** Share of its width that the softest note has. */
const SOFTEST = 0.45;
/** Cents that the modulation wheel moves a pitch at most. Source: SoundFont 2.04, 8.4.6. */
const WHEEL_CENTS = 50;

/**
 * Where the modulation wheel stands, 0 to 127.
 * @param seconds since the note was struck.
 * @param velocity 1 to 127.
 */
export function vibratoWheel(program: number, seconds: number, velocity: number): number {
  if (seconds <= AFTER) return 0;
  const grown = Math.min(1, (seconds - AFTER) / GROWS);
  const width = SOFTEST + (1 - SOFTEST) * (velocity / 127);
  return Math.round((127 * vibratoOf(program) * grown * width) / WHEEL_CENTS);
}

const WHEEL = 1;

/** The modulation wheels of a sampler's channels, moved as their notes last. */
export class Vibrato {
  private readonly stands = new Map<number, number>();

  constructor(private readonly synth: SpessaSynthProcessor) {}

  /**
   * Moves the wheel of a channel on to a moment.
   * @param seconds played since the engine was made.
   */
  move(channel: number, program: number, sounding: SoundingNotes, seconds: number): void {
    if (vibratoOf(program) === 0) {
      this.set(channel, 0);
      return;
    }
    const newest = sounding.newestOf(channel);
    // What dies away keeps the vibrato it had.
    if (newest) this.set(channel, vibratoWheel(program, seconds - newest.at, newest.velocity));
  }

  private set(channel: number, value: number): void {
    if ((this.stands.get(channel) ?? 0) === value) return;
    this.stands.set(channel, value);
    this.synth.controllerChange(channel, WHEEL, value);
  }

  rest(): void {
    for (const channel of this.stands.keys()) this.set(channel, 0);
  }
}
