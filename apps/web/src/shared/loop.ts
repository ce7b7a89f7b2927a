/** Loops go round one playing of a section, so that they stay with it when bars come and go. */
import type { BandBar } from '@backline/core/band/index';
import type { Loop } from '@backline/sound/engine/messages';

export interface SectionLoop extends Loop {
  /** Name of the section. */
  readonly name: string;
  /** Which playing it is. */
  readonly playing: string;
}

/** The loop round a playing, or null where the form has none of it (any more). */
export function loopRound(bars: readonly BandBar[], playing: string): SectionLoop | null {
  const own = bars.filter((bar) => bar.occurrenceKey === playing);
  const [first, last] = [own[0], own[own.length - 1]];
  if (!first || !last) return null;
  return { start: first.start, end: last.start + last.length, name: first.section, playing };
}
