/** The notes of one region: generated, chosen, placed in the groove, with their papers. */
import { groove, type GroovedNote } from '../groove/groove';
import { chosenNotes, type Source } from '../parts/choosing';
import type { Kind } from '../parts/kind';
import { mod, pitchClass } from '../theory/pitch';
import type { Region } from '../timeline/region';

/** Ticks from the region's start. */
export interface RegionNote extends Omit<GroovedNote, 'span'> {
  readonly chord: string | null;
  readonly against: number | null;
}

/** What a part's pattern plays through a whole region; its first chord may be pushed to before it. */
const patternSource = (kind: Kind, region: Region): Source => ({
  notes: kind.generate(region),
  from: -Infinity,
  to: Infinity,
});

/**
 * Notes of one region. The same region gives the same notes.
 * @param others what was played or taken, each in place of the pattern where it holds.
 */
export function regionNotes(kind: Kind, region: Region, others: readonly Source[] = []): RegionNote[] {
  const chosen = chosenNotes([patternSource(kind, region), ...others]);
  const roots = region.spans.map((span) => (span.chord ? pitchClass(span.chord.root) : null));
  const ids = region.spans.map((span) => span.id);
  return groove(region, chosen).map(({ start, duration, pitch, velocity, why, span }): RegionNote => {
    const root = roots[span] ?? null;
    const against = root === null ? null : mod(pitch - root, 12);
    return { start, duration, pitch, velocity, why, chord: ids[span] ?? null, against };
  });
}
