import type { BandBar } from '@backline/core/band/index';

/** A playing of a section in the form. */
export interface PlayedOccurrence {
  readonly occurrenceKey: string;
  readonly name: string;
  readonly bars: readonly BandBar[];
}

/** The form as it is played, playing by playing. */
export function occurrencesOf(bars: readonly BandBar[]): PlayedOccurrence[] {
  const playings: { occurrenceKey: string; name: string; bars: BandBar[] }[] = [];
  for (const bar of bars) {
    const last = playings.at(-1);
    if (last?.occurrenceKey === bar.occurrenceKey) last.bars.push(bar);
    else playings.push({ occurrenceKey: bar.occurrenceKey, name: bar.section, bars: [bar] });
  }
  return playings;
}
