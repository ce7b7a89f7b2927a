import type { ChordEvent } from '../song/schema';
import { parseChord } from '../theory/chordGrammar';
import { voice } from './auto';

/** What the chart's threads follow: four voices around middle C, free of any part's settings. */
const GUIDE = { voices: 4, register: 55, spread: 4, low: 43, high: 84, bassPlays: false } as const;

/** Pitches of the guide voicing for each chord, ascending; empty for no chord. */
export function guideVoicings(chords: readonly ChordEvent[]): (readonly number[])[] {
  const sounding = chords.filter((c) => c.symbol !== null);
  const voiced = voice(sounding.map((c) => ({ chord: parseChord(c.symbol!), aim: GUIDE, fixed: c.voicing })));
  let at = 0;
  return chords.map((c) => (c.symbol === null ? [] : voiced[at++]!));
}
