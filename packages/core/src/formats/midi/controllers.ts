/** Gestures as MIDI has them. Source: MIDI 1.0 Detailed Specification, controller numbers and pitch bend. */
import type { Mix } from '../../song/schema';
import type { Moved } from '../../groove/gestures';
import type { MixOffsetName } from '../../song/choices';
import type { Cents, Decibels } from '../../units/units';

export const CONTROLLER: Readonly<Record<Exclude<Moved, 'bend' | MixOffsetName>, number>> = {
  expression: 11,
  pedal: 64,
  brightness: 74,
};

/** What is in the mix beside the sound itself: how bright that is goes with what the player does to it. */
type MixControl = Exclude<MixOffsetName, 'shelfOffset'>;

/** What of a part's mix a controller sets. Source: General MIDI 2: 7 volume, 10 pan, 91 reverb send. */
export const MIX_CONTROLLER: Readonly<Record<MixControl, number>> = {
  gainOffset: 7,
  panOffset: 10,
  sendOffset: 91,
};

const within = (value: number): number => Math.max(0, Math.min(127, Math.round(value)));

/** A part that is otherwise in the mix for a while, as the value of its controller. */
export function mixValue(
  mix: Pick<Mix, 'level' | 'pan' | 'reverbSend'>,
  moves: MixControl,
  value: number,
): number {
  switch (moves) {
    case 'gainOffset':
      return trimmedLevel(mix.level, value);
    case 'panOffset':
      return within(mix.pan + value);
    case 'sendOffset':
      return within(mix.reverbSend + value);
  }
}

/** Controller 74 a dB: it tells how bright in no unit, so that the whole of a strip's tone is three quarters of its way. */
const TINT = 4;

/** How bright a sound is as controller 74 has it: as it is played, and as it is mixed. */
export const brightnessValue = (played: number, shelfOffset: number): number =>
  within(played + TINT * shelfOffset);

/** Volume that is so many dB over or under another: 40 dB to a tenth. Source: General MIDI 2, 3.3.2. */
const trimmedLevel = (level: number, decibels: Decibels): number => within(level * 10 ** (decibels / 40));

/** Farthest a bend reaches unless a file says otherwise, hundredths of a semitone (General MIDI: two semitones). */
const BEND_RANGE = 200;
const MIDDLE = 8192;

/** A bend in hundredths of a semitone as MIDI's 14 bits, 0 to 16383. */
export const bendValue = (cents: Cents): number =>
  Math.max(0, Math.min(2 * MIDDLE - 1, Math.round(MIDDLE + (cents / BEND_RANGE) * MIDDLE)));
