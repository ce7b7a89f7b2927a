/** A style made from the band of a song: what its players play by, with what the writer has set for each. */
import { kindOf, styleOf, type Repertoire } from '../band/repertoire';
import { songFacts } from '../ranking/song';
import type { Kind } from '../parts/kind';
import { LIMITS } from '../song/limits';
import type { Part, Settings, Song } from '../song/schema';
import { tidyName } from '../song/text';
import { patternIn, type Library } from '../style/patternFamily';
import type { Pattern } from '../style/pattern';
import {
  STYLE_FORMAT,
  STYLE_VERSION,
  type Player,
  type Style,
  type StyleFile,
  type KindInStyle,
} from '../style/schema';
import { endsOf } from '../song/ends';
import { STYLE_ABOUT, STYLE_NAME } from './limits';
import { overlay, patternOf, patternsOf } from '../timeline/settings';

/** Patterns that a style's part can have. */
const MOST_PATTERNS = 64;

/** Settings that mean something in the song they come from only: another part, a rest, a draw. */
export function movable(all: Settings): Settings {
  const { rhythmOf: _rhythm, goesWith: _with, goesHow: _how, on: _on, variation: _draw, ...settings } = all;
  return settings;
}

/** Settings with a register that a part of a kind can have. */
export function withinRange({ range: [low, high] }: Kind, settings: Settings): Settings {
  const { register } = settings;
  return register === undefined
    ? settings
    : { ...settings, register: Math.min(high, Math.max(low, register)) };
}

/** Patterns that the parts of a kind play by anywhere in the song, the first part's own first. */
function patternsPlayed(song: Song, kind: Kind, style: Style, parts: readonly Part[]): Pattern[] {
  const ids = parts.flatMap((part) => [
    part.settings.pattern,
    ...song.sections.map((section) => section.settings[part.id]?.pattern),
  ]);
  const first = overlay([kind.defaults, style.parts[kind.id]?.settings, parts[0]?.settings]).pattern;
  const played = [first, ...ids.filter((id) => id !== undefined)].map((id) => patternOf(kind, style, id));
  return [...new Set([...played, ...patternsOf(kind, style)])].slice(0, MOST_PATTERNS);
}

/** A voice as a file has it: patterns of the library by their ids, others written out. */
function voiceFile(
  kind: Kind,
  library: Library,
  { level, targetLoudness, settings, formerIds }: Omit<KindInStyle, 'patterns'>,
  patterns: readonly Pattern[],
): NonNullable<StyleFile['parts'][string]> {
  const isShared = ({ id }: Pattern): boolean => patternIn(library, kind.id, id) !== null;
  const own = patterns.filter((p) => !isShared(p));
  return {
    ...(level === undefined ? {} : { level }),
    ...(targetLoudness === undefined ? {} : { targetLoudness }),
    settings: withinRange(kind, settings),
    use: patterns.filter(isShared).map((p) => p.id),
    ...(own.length ? { patterns: own } : {}),
    ...(formerIds ? { formerIds } : {}),
  };
}

/** The second guitar and whoever else is not the first of a kind, with what is set for them alone. */
const playerOf = (part: Part): Player => ({
  kind: part.kind,
  name: part.name,
  level: part.mix.level,
  settings: movable(part.settings),
});

/** Parts of a song that a style can have: those whose kind is here. */
const playable = (song: Pick<Song, 'parts'>, repertoire: Repertoire): Part[] =>
  song.parts.filter((part) => kindOf(part, repertoire) !== null);

/** Whether a song has anybody whose playing could be kept as a style. */
export const canBeKept = (song: Pick<Song, 'parts'>, repertoire: Repertoire): boolean =>
  playable(song, repertoire).length > 0;

/** Under which id and name a band is kept as a style, and what is said about it. */
export interface KeptAs {
  readonly id: string;
  readonly name: string;
  readonly about: string;
}

/** The intro of its style, with those who are in the band. */
function introFor(parts: readonly Part[], { intro }: Style): Pick<Style, 'intro'> {
  const kinds = intro?.kinds.filter((kind) => parts.some((p) => p.kind === kind)) ?? [];
  return intro && kinds.length ? { intro: { ...intro, kinds } } : {};
}

/**
 * The band of a song as a style: its groove, its tempo, its metre, its players in order, what they play by. What is
 * set for single sections and voicings by hand are the song's, and stay there.
 * @param library patterns that are named rather than written out: those that everyone has.
 */
export function styleFromSong(
  song: Song,
  repertoire: Repertoire,
  library: Library,
  { id, name, about }: KeptAs,
): StyleFile {
  const style = styleOf(song, repertoire);
  const parts = playable(song, repertoire);
  const voices: StyleFile['parts'] = {};
  for (const kind of repertoire.kinds.values()) {
    const own = parts.filter((p) => p.kind === kind.id);
    const voice = style.parts[kind.id];
    const [first] = own;
    if (!voice && !first) continue;
    const patterns = patternsPlayed(song, kind, style, own);
    const settings = overlay([voice?.settings, first && movable(first.settings)]);
    voices[kind.id] = voiceFile(
      kind,
      library,
      {
        level: first?.mix.level ?? voice?.level,
        targetLoudness: voice?.targetLoudness,
        settings: first ? { ...settings, pattern: patterns[0]!.id } : settings,
        formerIds: voice?.formerIds,
      },
      patterns,
    );
  }
  const [slowest, fastest] = style.tempo;
  return {
    format: STYLE_FORMAT,
    version: STYLE_VERSION,
    id,
    name: tidyName(name, STYLE_NAME),
    feel: songFacts(song, repertoire).feel,
    about: tidyName(about, STYLE_ABOUT),
    metres: [...new Set([song.metre, ...style.metres])],
    tempo: [Math.min(slowest, song.tempo), Math.max(fastest, song.tempo)],
    usualTempo: song.tempo,
    groove: { ...style.groove, ...song.groove },
    anticipation: style.anticipation,
    ...(style.traits ? { traits: style.traits } : {}),
    ...introFor(parts, style),
    ends: endsOf(song),
    tonicExtension: style.tonicExtension,
    band: parts.slice(0, LIMITS.parts).map((part, i) => {
      const isFirst = parts.findIndex((p) => p.kind === part.kind) === i;
      return isFirst ? part.kind : playerOf(part);
    }),
    parts: voices,
  };
}

/** What a style from a song's band would be, in words: who plays, how fast, in which metre. */
export function bandInWords(song: Song, repertoire: Repertoire): string {
  const names = playable(song, repertoire).map((p) => p.name.toLowerCase());
  const last = names.pop();
  const who = names.length ? `${names.join(', ')} and ${last}` : (last ?? '');
  return `${who}, at ${song.tempo} in ${song.metre}`;
}
