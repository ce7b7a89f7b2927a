/** A cue in words: where it begins, who does what, and until when. */
import { kindOf, styleOf, type Repertoire } from '../band/repertoire';
import type { Cue, Section, Song } from '../song/schema';
import { barIndexAt, barsLength, sectionBars, type Bar } from '../time/bars';
import { beatPosition } from '../time/beats';
import { listed } from '../song/listed';
import { settingsInWords } from './set';
import type { Ticks } from '../units/units';

/** "bar 3" or "bar 3, beat 2". */
export function placeInWords(bars: readonly Bar[], tick: Ticks): string {
  const index = barIndexAt(bars, tick);
  const bar = bars[index]!;
  const beat = beatPosition(bar, tick) + 1;
  return beat === 1 ? `bar ${index + 1}` : `bar ${index + 1}, beat ${Math.round(beat * 100) / 100}`;
}

const isWholeBand = (song: Song, cue: Pick<Cue, 'parts'>): boolean =>
  cue.parts.length === song.parts.length && song.parts.length > 1;

function doing(song: Song, cue: Cue, repertoire: Repertoire): string {
  const several = cue.parts.length > 1 && !isWholeBand(song, cue);
  if (cue.hit) return several ? 'strike once and stop' : 'strikes once and stops';
  const { on, ...settings } = cue.settings;
  const part = song.parts.find((p) => p.id === cue.parts[0]);
  const kind = part ? kindOf(part, repertoire) : null;
  const words = settingsInWords(kind, styleOf(song, repertoire), settings).map((s) => s.says);
  if (on === false) return several ? 'drop out' : 'drops out';
  const enters = on ? [several ? 'come in' : 'comes in'] : [];
  return [...enters, ...words].join(', ') || 'as before';
}

/** Who a cue is for: names, or the whole band. */
export const cueParts = (song: Song, cue: Pick<Cue, 'parts'>): string =>
  isWholeBand(song, cue)
    ? 'The band'
    : listed(song.parts.filter((p) => cue.parts.includes(p.id)).map((p) => p.name));

/** "Bar 3, beat 2: Keys comes in, until bar 5." */
export function cueInWords(song: Song, section: Section, cue: Cue, repertoire: Repertoire): string {
  const bars = sectionBars(section, song);
  const at = placeInWords(bars, cue.at);
  const end = barsLength(bars);
  const until =
    cue.until === undefined || cue.until >= end ? 'to the end' : `until ${placeInWords(bars, cue.until)}`;
  return `${at.replace(/^b/, 'B')}: ${cueParts(song, cue)} ${doing(song, cue, repertoire)}, ${until}.`;
}
