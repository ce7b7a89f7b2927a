/** What must be in order within a section, so that everything after may rely on it. */
import { barsLength, sectionBars } from '../time/bars';
import type { ChordEvent, Section, Song } from './schema';

const twice = (ids: readonly string[]): boolean => new Set(ids).size < ids.length;

/** @param where whose chords they are: `the draft "First"`. */
function chordsTrouble(where: string, chords: readonly ChordEvent[], length: number): string | null {
  if (twice(chords.map((c) => c.id))) return `Two chords of ${where} share an id.`;
  for (const [i, chord] of chords.entries()) {
    const next = chords[i + 1];
    if (next && next.start <= chord.start) return `The chords of ${where} are out of order.`;
    if (next && chord.start + chord.length > next.start) return `Two chords of ${where} overlap.`;
    if (chord.start >= length) return `A chord of ${where} begins after the section's end.`;
  }
  return null;
}

/** What is out of order in a section, as a sentence; null where all is well. */
export function orderTrouble(section: Section, song: Pick<Song, 'key' | 'metre' | 'tempo'>): string | null {
  const { drafts, changes, cues } = section;
  if (!drafts.some((d) => d.id === section.draft)) return 'The draft in use is missing from the section.';
  if (twice(drafts.map((d) => d.id))) return 'Two drafts share an id.';
  if (twice(cues.map((c) => c.id))) return 'Two cues share an id.';
  for (const list of [changes, section.ownLengths]) {
    if (list.some((c, i) => i > 0 && c.bar <= list[i - 1]!.bar)) {
      return 'Changes of key, metre, tempo or length are out of order.';
    }
  }
  const length = barsLength(sectionBars(section, song));
  if (
    [...changes, ...section.ownLengths].some((item) => item.bar >= section.bars) ||
    cues.some((cue) => cue.at >= length || (cue.until ?? 0) > length)
  ) {
    return "A change or cue stands after the section's end.";
  }
  // Something is left in front of the endings.
  if (section.endings && section.endings.reduce((sum, bars) => sum + bars, 0) >= section.bars) {
    return 'The endings of a section are longer than the section.';
  }
  for (const { name, chords } of drafts) {
    const trouble = chordsTrouble(`the draft "${name}"`, chords, length);
    if (trouble) return trouble;
  }
  for (const chords of Object.values(section.partChords ?? {})) {
    const trouble = chordsTrouble("a part's own chords", chords, length);
    if (trouble) return trouble;
  }
  return null;
}
