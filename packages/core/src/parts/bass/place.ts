import type { Chord } from '../../theory/chord';
import type { ChordSpan } from '../../timeline/chordSpans';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { bassPc } from '../../voicing/tones';
import { atOrAbove, intoRange } from '../note';
import { BASS_RANGE } from './range';

/** Where a chord's bass lies: the lowest place at or above the register. */
export const bassPitch = (chord: Chord, stretch: SettingsSpan): number =>
  intoRange(atOrAbove(bassPc(chord), stretch.settings.register) + 12 * stretch.settings.octave, BASS_RANGE);

/** The chord after a span: in the region, or the first of what follows it. Null where none follows. */
export function chordAfter(region: Region, index: number): Chord | null {
  const next: Pick<ChordSpan, 'chord'> | null = region.spans[index + 1] ?? region.next;
  return next?.chord ?? null;
}

/** The chord a span changes to. Null where none follows, or where it is only written again. */
export const changeAfter = (region: Region, index: number): Chord | null =>
  (region.spans[index + 1] ?? region.next)?.isChange === false ? null : chordAfter(region, index);
