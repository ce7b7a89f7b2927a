import type { Section } from '@backline/core/song/schema';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyOf } from '@backline/core/theory/key';
import { spokenBeats, spokenChord } from '@backline/core/theory/speech';
import { beatsIn } from '@backline/core/time/beats';
import { motionInWords } from '@backline/core/words/motion';
import type { Bar } from '@backline/core/time/bars';
import { isByHand } from '@backline/core/edits/hand';
import type { SectionLayout } from './layout';

/**
 * A bar as it is read out: "Verse, bar 3: B minor seven, 2 beats; voices step down".
 * @param marks what stands over it.
 */
export function barLabel(
  section: Section,
  bar: Bar,
  index: number,
  { chords }: SectionLayout,
  voicings: readonly (readonly number[])[],
  marks = '',
): string {
  const unread = section.unread?.find((u) => u.at === bar.start);
  if (unread) return `${section.name}, bar ${index + 1}: “${unread.text}” cannot be read`;
  const end = bar.start + bar.length;
  const inBar = chords
    .map((chord, i) => ({ chord, i }))
    .filter(({ chord }) => chord.start >= bar.start && chord.start < end);
  const marked = marks ? `; ${marks}` : '';
  if (!inBar.length) return `${section.name}, bar ${index + 1}: the chord before is held${marked}`;
  const spoken = inBar.map(({ chord, i }) => {
    const length = spokenBeats(beatsIn(bar, chord.start, Math.min(chord.start + chord.length, end)));
    if (chord.symbol === null) return `no chord, ${length}`;
    const push = chord.anticipation ? ', pushed' : '';
    const hand = isByHand(chord) ? ', voicing set by hand' : '';
    const before = i > 0 ? `; ${motionInWords(voicings[i - 1]!, voicings[i]!)}` : '';
    return `${spokenChord(parseChord(chord.symbol), keyOf(bar.key))}, ${length}${push}${hand}${before}`;
  });
  return `${section.name}, bar ${index + 1}: ${spoken.join('; ')}${marked}`;
}
