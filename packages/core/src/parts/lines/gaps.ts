/** A line that only plays where another one rests. */
import type { Stretch } from '../../timeline/stretches';
import { EIGHTH } from '../../time/ticks';
import type { Ticks } from '../../units/units';
import type { Note } from '../note';
import type { Phrase } from './phrases';

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
    return gap ? [{ ...note, duration: Math.min(note.duration, gap.to - note.start) }] : [];
  });
}
