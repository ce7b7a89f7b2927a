import type { BandBar } from '@backline/core/band/index';

/** A playing of a section in the form. */
export interface Playing {
  readonly playing: string;
  readonly name: string;
  readonly bars: readonly BandBar[];
}

/** The form as it is played, playing by playing. */
export function occurrencesOf(bars: readonly BandBar[]): Playing[] {
  const playings: { playing: string; name: string; bars: BandBar[] }[] = [];
  for (const bar of bars) {
    const last = playings.at(-1);
    if (last?.playing === bar.occurrenceKey) last.bars.push(bar);
    else playings.push({ playing: bar.occurrenceKey, name: bar.section, bars: [bar] });
  }
  return playings;
}
