/** How a part is mixed through the song, as gestures. */
import type { Gesture } from '../groove/gestures';
import { MIX_OFFSETS } from '../song/choices';
import type { Occurrence } from '../timeline/occurrences';
import type { ChordSpan } from '../timeline/chordSpans';
import { NO_OFFSETS, type MixOffsets, type MixSpan } from '../timeline/mixing';
import type { Ticks } from '../units/units';

/** A playing of a part: where it begins, the chords it hears, and how it is mixed. */
interface OccurrenceMix {
  readonly occurrence: Pick<Occurrence, 'start'>;
  readonly spans: readonly ChordSpan[];
  readonly mix: readonly MixSpan[];
}

/** A chord on which the mix turns may be felt early, and the mix turns with it. */
const anticipationAt = (spans: readonly ChordSpan[], tick: Ticks): number =>
  spans.find((span) => span.start === tick)?.anticipation ?? 0;

/** What of the mix is moved and where, in order of time, ticks from the song's start; nothing that stays as it was. */
export function mixGestures(occurrences: readonly OccurrenceMix[]): readonly Gesture[] {
  const gestures: Gesture[] = [];
  let before: MixOffsets = NO_OFFSETS;
  for (const { occurrence, spans, mix } of occurrences) {
    for (const { start: from, offsets } of mix) {
      if (offsets === before) continue;
      const moved = MIX_OFFSETS.filter((moves) => offsets[moves] !== before[moves]);
      before = offsets;
      if (!moved.length) continue;
      const start = Math.max(0, occurrence.start + from - anticipationAt(spans, from));
      for (const moves of moved) gestures.push({ start, moves, value: offsets[moves] });
    }
  }
  return gestures;
}

/** Gestures of notes and of the mix in one order of time. */
export const withMix = (gestures: readonly Gesture[], mix: readonly Gesture[]): readonly Gesture[] =>
  mix.length ? [...gestures, ...mix].sort((a, b) => a.start - b.start) : gestures;
