/** A line that only plays where another one rests. */
import { without, type Stretch } from '../../timeline/stretches';
import { EIGHTH, PPQ } from '../../time/ticks';
import type { Ticks } from '../../units/units';
import { endingBy } from '../choosing';
import type { Note } from '../note';
import type { Phrase } from './phrases';

/** How much a line rests of itself where it fills gaps, percent: a gap is short enough. */
export const RESTS_IN_GAPS = 5;

/** What would be shorter in a gap is left out, ticks. */
const SHORTEST = EIGHTH / 2;

const gapAt = (gaps: readonly Stretch[], tick: Ticks): Stretch | undefined =>
  gaps.find(({ from, to }) => from <= tick && tick + SHORTEST <= to);

/** What of a phrase lies in gaps, gap by gap: each ends something, as a phrase does. */
export function inGaps(phrase: Phrase, gaps: readonly Stretch[] | undefined): readonly Phrase[] {
  if (!gaps) return [phrase];
  return gaps.flatMap((gap) => {
    const notes = phrase.notes
      .filter(({ start }) => gapAt([gap], start))
      .map((note) => ({ ...note, length: Math.min(note.length, gap.to - note.start) }));
    if (!notes.length) return [];
    return [{ ...phrase, start: Math.max(phrase.start, gap.from), end: Math.min(phrase.end, gap.to), notes }];
  });
}

/** Notes that begin in gaps, as long as those last. */
export function notesInGaps(notes: readonly Note[], gaps: readonly Stretch[] | undefined): readonly Note[] {
  if (!gaps) return notes;
  return notes.flatMap((note) => {
    const gap = gapAt(gaps, note.start);
    return gap ? [endingBy(note, gap.to)] : [];
  });
}

/** Shorter rests are no gap, ticks; and so long before it goes on, a gap is over. */
const LEAST: Ticks = PPQ;
const BREATH: Ticks = EIGHTH;

/**
 * Where a part rests within a stretch, in order, ticks from the song's start.
 * @param notes of the part, by where they are written.
 */
export function restsOf(
  notes: readonly { readonly at: Ticks; readonly length: Ticks }[],
  stretch: Stretch,
): readonly Stretch[] {
  const sounding = notes.map(({ at, length }) => ({ start: at - BREATH, end: at + length }));
  return without(stretch, sounding).filter(({ from, to }) => to - from >= LEAST);
}
