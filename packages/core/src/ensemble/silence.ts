/** Where there is no chord, and so nobody plays. */
import { beatsOf } from '../time/beats';
import type { Agreement, Mark } from '../timeline/agreement';
import { gapBefore, type Occurrence } from '../timeline/occurrences';

/** Stretches without a chord. A section that has none at all is left to the drums. */
export function silencesOf({ chords, length }: Occurrence): Agreement['silences'] {
  if (!chords.some((c) => c.symbol !== null)) return [];
  const silences: { from: number; to: number }[] = [];
  chords.forEach(({ symbol, start, length: lasts }, i) => {
    if (symbol !== null) return;
    const next = chords[i + 1];
    const to = Math.min(start + lasts, length);
    silences.push({ from: start, to: next ? Math.min(to, next.start - (next.anticipation ?? 0)) : to });
  });
  return silences;
}

/** Chords that are felt early, with the beats they leave. */
export function marksOf({ chords, lead }: Occurrence): Mark[] {
  const marks: Mark[] = [];
  chords.forEach(({ symbol, start, anticipation: push }, i) => {
    if (!push || symbol === null) return;
    const before = chords[i - 1];
    const early = Math.min(push, before ? gapBefore(start - before.start) : lead);
    if (early > 0) marks.push({ at: start - early, beat: start });
  });
  return marks;
}

/** Where the last beat of a playing begins, in which nobody plays; null where its last bar has no more than that. */
export function breathIn({ bars }: Occurrence): Agreement['breath'] {
  const last = bars[bars.length - 1];
  const beat = last && beatsOf(last).at(-1);
  return beat && beat.start > last.start ? beat.start : null;
}
