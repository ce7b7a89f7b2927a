/** The pitches that a line moves through. */
import { lineRange, LINE_SPAN, rangeOfInstrument } from '../../song/instrumentRanges';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import type { MidiNote, Semitones } from '../../units/units';

/** Pitches a line moves through, and its widest leap. */
export interface Reach {
  readonly low: MidiNote;
  readonly high: MidiNote;
  readonly leap: Semitones;
  readonly seed: number;
}

/** A line needs so much to move in, semitones. */
const LEAST = 12;
/** It goes a third under the register that is set for it. */
const UNDER = 3;

/** Where a line lies: on its instrument's best octaves, in the room it is left; or where the writer has put it. */
export function reachOf(
  { kind, registerRange }: Pick<Region, 'kind' | 'registerRange'>,
  { settings, own }: SettingsSpan,
): Pick<Reach, 'low' | 'high'> {
  const { range } = rangeOfInstrument(settings.instrument);
  const [lowest, highest] = [Math.max(range[0], kind.range[0]), Math.min(range[1], kind.range[1])];
  const within = (low: number, high: number): Pick<Reach, 'low' | 'high'> => {
    const from = Math.max(lowest, Math.min(low, highest - LEAST));
    return { low: from, high: Math.max(from + LEAST, Math.min(high, highest)) };
  };
  if (own.register) {
    const low = settings.register + 12 * settings.octave - UNDER;
    return within(low, low + LINE_SPAN);
  }
  const [low, high] = lineRange(settings.instrument, settings.octave);
  return within(
    Math.max(low, Math.min(registerRange[0], high - LEAST)),
    Math.min(high, Math.max(registerRange[1], low + LEAST)),
  );
}
