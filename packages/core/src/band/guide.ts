import type { Occurrence } from '../timeline/occurrences';
import { occurrenceSpans } from '../timeline/chordSpans';
import { guideVoicings } from '../voicing/guide';
import type { BandNote } from './bandNote';
import { contextsIn } from './context';

const VELOCITY = 70;

/** The chords of the chart as held notes in the song's time, voiced as the chart's threads show them. */
export function guideNotes(occurrences: readonly Occurrence[]): BandNote[] {
  return occurrences.flatMap((occurrence) => {
    const voicings = guideVoicings(occurrence.chords);
    const { occurrenceKey } = occurrence;
    const spans = occurrenceSpans(occurrence);
    const contextOf = contextsIn({ spans, bars: occurrence.bars });
    return spans.flatMap((span, i) => {
      const start = Math.max(0, occurrence.start + span.start - span.anticipation);
      const duration = occurrence.start + span.end - start;
      const written = { at: occurrence.start + span.start, length: span.end - span.start };
      const context = contextOf(span.start, i);
      return voicings[i]!.map((pitch) => ({
        ...written,
        start,
        duration,
        pitch,
        velocity: VELOCITY,
        noteFunction: 'guide',
        chord: span.id,
        intervalFromRoot: null,
        touch: null,
        occurrenceKey,
        context,
      }));
    });
  });
}
