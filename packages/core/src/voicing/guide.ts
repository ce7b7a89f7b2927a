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

/** How the voices go to the next chord, in words. */
export function motionInWords(from: readonly number[], to: readonly number[]): string {
  if (!from.length || !to.length) return 'no voices';
  const moves = from.map((p, i) => (to[Math.min(i, to.length - 1)] ?? p) - p);
  if (moves.every((m) => m === 0)) return 'voices held';
  const largest = moves.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a));
  const held = moves.filter((m) => m === 0).length;
  const way = moves.every((m) => m <= 0) ? ' down' : moves.every((m) => m >= 0) ? ' up' : ' both ways';
  const kind = Math.abs(largest) <= 2 ? 'step' : Math.abs(largest) <= 5 ? 'skip' : 'leap';
  return `voices ${kind}${way}${held ? `, ${held} held` : ''}`;
}
