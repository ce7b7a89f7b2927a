/** Loops go round playings of sections, or bars of them, so that they stay with them when bars come and go. */
import type { BandBar } from '@backline/core/band/index';
import type { Loop } from '@backline/sound/engine/messages';

/** What is gone round: a playing of a section, or a stretch that begins in it. */
export interface Round {
  /** Which playing it is. */
  readonly playing: string;
  /** Where in it the stretch begins, and where, in which playing, it ends: ticks from their starts. Left out for all of it. */
  readonly stretch?: {
    readonly from: number;
    readonly until: { readonly playing: string; readonly tick: number };
  };
  /** It is come to from the bar before, so that the way into it is heard. */
  readonly lead?: true;
}

export interface SectionLoop extends Loop, Round {
  /** Name of the section. */
  readonly name: string;
}

/** First and last bar of a playing; null where the form has none of it (any more). */
function endsOf(bars: readonly BandBar[], playing: string): readonly [first: BandBar, last: BandBar] | null {
  const first = bars.find((bar) => bar.occurrenceKey === playing);
  const last = bars.findLast((bar) => bar.occurrenceKey === playing);
  return first && last ? [first, last] : null;
}

/** The loop that a round is, as the bars lie; null where the form has none of it (any more). */
export function loopRound(bars: readonly BandBar[], { playing, stretch, lead }: Round): SectionLoop | null {
  const own = endsOf(bars, playing);
  const until = stretch ? endsOf(bars, stretch.until.playing) : own;
  if (!own || !until) return null;
  const [first, last] = [own[0], until[1]];
  const end = last.start + last.length;
  const from = first.start + (stretch?.from ?? 0);
  const to = stretch ? Math.min(end, until[0].start + stretch.until.tick) : end;
  if (from >= to) return null;
  const begins = bars.findLast((bar) => bar.start <= from) ?? first;
  const start = lead ? (bars[bars.indexOf(begins) - 1]?.start ?? from) : from;
  return { start, end: to, name: first.section, playing, ...(stretch && { stretch }), ...(lead && { lead }) };
}

/** What a loop goes round. */
export const roundOfLoop = ({ playing, stretch, lead }: SectionLoop): Round => ({
  playing,
  ...(stretch && { stretch }),
  ...(lead && { lead }),
});

/** Whether two loops, or none, go round the same. */
export const isSameRound = (a: Round | null, b: Round | null): boolean =>
  a?.playing === b?.playing &&
  a?.lead === b?.lead &&
  a?.stretch?.from === b?.stretch?.from &&
  a?.stretch?.until.playing === b?.stretch?.until.playing &&
  a?.stretch?.until.tick === b?.stretch?.until.tick;
