/** Which of a section's drafts is played. */
import type { ChordEvent, Section } from './schema';

/** The chords of the draft in use, in order. */
export function chordsInUse(section: Section): readonly ChordEvent[] {
  const draft = section.drafts.find((d) => d.id === section.draft) ?? section.drafts[0]!;
  return draft.chords;
}
