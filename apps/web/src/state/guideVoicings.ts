/** The guide voicings of the chart's chords: what is drawn, read out and heard of them is one and the same. */
import { derived } from '@backline/core/memo/derived';
import type { ChordEvent } from '@backline/core/song/schema';
import { guideVoicings as voiced } from '@backline/core/voicing/guide';

const known = derived(({ chords }: { chords: readonly ChordEvent[] }) => voiced(chords));

/** Pitches for each chord, MIDI numbers, ascending; worked out once for a list of chords. */
export const guideVoicings = (chords: readonly ChordEvent[]): readonly (readonly number[])[] =>
  known(chords, 'guide', { chords });
