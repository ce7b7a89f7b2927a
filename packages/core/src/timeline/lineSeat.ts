/** Where a line lies before the others are asked: on its instrument's best octaves, or where the writer has put it. */
import { LINE_SPAN, lineRange } from '../song/instrumentRanges';
import { registerRangeBetween, type RegisterRange } from './agreement';
import type { SettingsSpan } from './settings';

/** It goes a third under the register that is set for it, semitones. */
const UNDER = 3;

/** The pitches a line moves through in a stretch. */
export function lineSeat({ settings, own }: Pick<SettingsSpan, 'settings' | 'own'>): RegisterRange {
  const { register, octave, instrument } = settings;
  if (!own.register) return registerRangeBetween(...lineRange(instrument, octave));
  const low = register + 12 * octave - UNDER;
  return registerRangeBetween(low, low + LINE_SPAN);
}
