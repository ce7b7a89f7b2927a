/** The pitches that a line moves through. */
import { rangeOfInstrument } from '../../song/instrumentRanges';
import type { Region } from '../../timeline/region';
import { lineSeat } from '../../timeline/lineSeat';
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

/** Where a line lies: on its instrument's best octaves, in the room it is left; or where the writer has put it. */
export function reachOf(
  { kind, registerRange }: Pick<Region, 'kind' | 'registerRange'>,
  stretch: Pick<SettingsSpan, 'settings' | 'own'>,
): Pick<Reach, 'low' | 'high'> {
  const { range } = rangeOfInstrument(stretch.settings.instrument);
  const highest = Math.min(range[1], kind.range[1]);
  // An instrument that hardly reaches the range of its kind plays what it has.
  const lowest = Math.max(range[0], Math.min(kind.range[0], highest - LEAST));
  const [low, high] = lineSeat(stretch);
  const isPut = stretch.own.register;
  const from = isPut ? low : Math.max(low, Math.min(registerRange[0], high - LEAST));
  const to = isPut ? high : Math.min(high, Math.max(registerRange[1], low + LEAST));
  const begins = Math.max(lowest, Math.min(from, highest - LEAST));
  return { low: begins, high: Math.min(highest, Math.max(begins + LEAST, to)) };
}
