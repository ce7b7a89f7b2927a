/** What the chords of a song say of the style it wants, whatever style it is in. */
import { chordsInUse } from '../song/inUse';
import type { Song } from '../song/schema';
import { parseChord } from '../theory/chordGrammar';
import { keyOf, scaleStep, type Mode } from '../theory/key';

/** A song by its chords; shares from 0 to 1. */
export interface HarmonyFacts {
  readonly chordsABar: number;
  /** Chords of four tones and more. */
  readonly sevenths: number;
  /** Roots outside the key: of minor ones, the natural. */
  readonly chromatic: number;
  readonly dominants: number;
  readonly mode: Mode;
  /** True where it goes round four chords at most. */
  readonly vamp: boolean;
  readonly pushes: boolean;
}

const MOST_OF_A_VAMP = 4;

/** What a song's chords say; nothing of a song without any (null). */
export function harmonyFacts(song: Pick<Song, 'key' | 'sections'>): HarmonyFacts | null {
  const events = song.sections.flatMap(chordsInUse).filter((c) => c.symbol !== null);
  if (!events.length) return null;
  const chords = events.map((c) => parseChord(c.symbol!));
  const key = keyOf(song.key);
  const share = (holds: (chord: (typeof chords)[number]) => boolean): number =>
    chords.filter(holds).length / chords.length;
  return {
    chordsABar: chords.length / song.sections.reduce((sum, s) => sum + s.bars, 0),
    sevenths: share((c) => c.degrees.length > 3),
    chromatic: share((c) => scaleStep(c, key).alter !== 0),
    dominants: share((c) => c.degrees.includes('3') && c.degrees.includes('b7')),
    mode: key.mode,
    vamp: new Set(events.map((c) => c.symbol)).size <= MOST_OF_A_VAMP,
    pushes: events.some((c) => (c.anticipation ?? 0) > 0),
  };
}
