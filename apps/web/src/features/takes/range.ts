/** The range in hand: some bars of the song, from a beat of the first to a beat of the last. */
import type { BandBar } from '@backline/core/band/index';
import type { Stretch } from '@backline/core/timeline/stretches';
import type { Round } from '../../shared/loop';

export interface TakeRange {
  /** The first bar of the song as it is played, 0-based, and how many there are. */
  readonly from: number;
  readonly bars: number;
  /** Beats of the first bar that are left out, and of the last; below 0 it runs on by so many beats. */
  readonly late: number;
  readonly early: number;
}

/** Lengths that are offered, bars: four first. */
export const LENGTHS = [1, 2, 4, 8, 16] as const;
export const USUAL_LENGTH = 4;
/** It runs on into the next bar by so many beats at most. */
const RUNS_ON = 2;

/** A range as it fits the song: in it, of at least a beat. */
export function fittingRange({ from, bars, late, early }: TakeRange, all: readonly BandBar[]): TakeRange {
  const first = Math.max(0, Math.min(all.length - 1, from));
  const count = Math.max(1, Math.min(all.length - first, bars));
  const [begins, ends] = [all[first], all[first + count - 1]];
  if (!begins || !ends) return { from: 0, bars: 1, late: 0, early: 0 };
  const mostLate = begins.beats.length - 1;
  const own = Math.max(0, Math.min(mostLate, late));
  const mostEarly = ends.beats.length - 1 - (count === 1 ? own : 0);
  const least = all[first + count] ? -Math.min(RUNS_ON, all[first + count]!.beats.length - 1) : 0;
  return { from: first, bars: count, late: own, early: Math.max(least, Math.min(mostEarly, early)) };
}

/** Where a range lies, ticks from the song's start; null where there are no bars. */
export function stretchOf(range: TakeRange, all: readonly BandBar[]): Stretch | null {
  const { from, bars, late, early } = fittingRange(range, all);
  const [first, last, next] = [all[from], all[from + bars - 1], all[from + bars]];
  if (!first || !last) return null;
  const to =
    early > 0
      ? last.start + last.beats[last.beats.length - early]!
      : early < 0 && next
        ? next.start + next.beats[-early]!
        : last.start + last.length;
  return { from: first.start + first.beats[late]!, to };
}

/** A bar as far as it lies in a stretch. */
export interface BarInRange extends Stretch {
  readonly bar: BandBar;
  /** Its number in the song, 0-based. */
  readonly at: number;
}

/** The bars of a stretch, in order. */
export const barsIn = (all: readonly BandBar[], { from, to }: Stretch): BarInRange[] =>
  all.flatMap((bar, at) =>
    bar.start < to && bar.start + bar.length > from
      ? [{ bar, at, from: Math.max(from, bar.start), to: Math.min(to, bar.start + bar.length) }]
      : [],
  );

/** What is gone round to hear a stretch: it, from the bar before. Null where it is not in the song. */
export function roundOfStretch(all: readonly BandBar[], stretch: Stretch): Round | null {
  const bars = barsIn(all, stretch);
  const [first, last] = [bars[0]?.bar, bars[bars.length - 1]?.bar];
  if (!first || !last) return null;
  const startOf = ({ occurrenceKey }: BandBar): number =>
    all.find((bar) => bar.occurrenceKey === occurrenceKey)!.start;
  return {
    playing: first.occurrenceKey,
    stretch: {
      from: stretch.from - startOf(first),
      until: { playing: last.occurrenceKey, tick: stretch.to - startOf(last) },
    },
    lead: true,
  };
}

/** A range in words: "Verse, bars 5 to 8". */
export function rangeInWords(range: TakeRange, all: readonly BandBar[]): string {
  const { from, bars, late, early } = fittingRange(range, all);
  const [first, last] = [all[from], all[from + bars - 1]];
  if (!first || !last) return '';
  const number = (at: number): number => all[at]!.index + 1;
  const isOne = first.occurrenceKey === last.occurrenceKey;
  const named = isOne
    ? bars === 1
      ? `${first.section}, bar ${number(from)}`
      : `${first.section}, bars ${number(from)} to ${number(from + bars - 1)}`
    : `${first.section}, bar ${number(from)}, to ${last.section}, bar ${number(from + bars - 1)}`;
  const beats = [
    ...(late ? [`from beat ${late + 1}`] : []),
    ...(early > 0 ? [`without the last ${early === 1 ? 'beat' : `${early} beats`}`] : []),
    ...(early < 0 ? [`and ${early === -1 ? 'a beat' : `${-early} beats`} more`] : []),
  ];
  return [named, ...beats].join(', ');
}
