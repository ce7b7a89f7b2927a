/** What a song asks of patterns and styles: how its time goes, how fast, in which metre, how often chords change. */
import { styleOf, type Repertoire } from '../band/repertoire';
import type { Song } from '../song/schema';
import type { PatternFeel } from '../style/pattern';
import type { Style } from '../style/schema';
import { metreOf } from '../time/metre';
import { PPQ } from '../time/ticks';
import { genresOf } from './genres';
import { harmonyFacts, type HarmonyFacts } from './harmony';
import type { Bpm } from '../units/units';

/** What a song asks of patterns and styles: metre, tempo, feel, how often its chords change. */
export interface SongFacts {
  readonly feel: PatternFeel;
  /** Beats of the song's own metre a minute. */
  readonly tempo: Bpm;
  readonly metre: string;
  /** Beats of its first group, and whether they are dotted. */
  readonly beats: number;
  readonly isDotted: boolean;
  /** Chords a bar, 0 where there are none. */
  readonly pace: number;
  /** What its chords say; null where it has none. */
  readonly harmony: HarmonyFacts | null;
  /** Whether the writer has set it swung or straight; null where nothing is said. */
  readonly swung: boolean | null;
  /** What its style is made of, the most common first. */
  readonly genres: readonly string[];
}

/** From so much swing on eighths are heard as long and short, percent. */
export const SWUNG = 56;

function feelOf(song: Song, style: Style, isDotted: boolean): PatternFeel {
  const { swing, unit } = { ...style.groove, ...song.groove };
  if (isDotted) return 'twelve-eight';
  if (unit === 'eighth' && swing >= SWUNG) return 'swung';
  return unit === 'sixteenth' || style.feel === 'sixteenths' ? 'sixteenths' : 'straight';
}

/** What of a song decides what suits it. */
export function songFacts(song: Song, repertoire: Repertoire): SongFacts {
  const style = styleOf(song, repertoire);
  const [group] = metreOf(song.metre).groups;
  const isDotted = group!.every((beat) => beat > PPQ);
  const harmony = harmonyFacts(song);
  return {
    feel: feelOf(song, style, isDotted),
    tempo: song.tempo,
    metre: song.metre,
    beats: group!.length,
    isDotted,
    pace: harmony?.chordsABar ?? 0,
    harmony,
    swung: song.groove.swing === undefined ? null : song.groove.swing >= SWUNG,
    genres: genresOf(style),
  };
}
