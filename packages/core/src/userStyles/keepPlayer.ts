/** A player made from a part of a song: how it plays through the whole song, with its pattern. */
import equal from 'fast-deep-equal';
import { kindOf, styleOf, type Repertoire } from '../band/repertoire';
import type { Kind } from '../parts/kind';
import type { Part, Song } from '../song/schema';
import { tidyName } from '../song/text';
import type { Pattern } from '../style/pattern';
import { patternIn, type Library, type LibraryPattern } from '../style/patternFamily';
import { PLAYER_FORMAT, PLAYER_VERSION, type PlayerFile } from '../style/player';
import type { Style } from '../style/schema';
import { overlay, patternOf } from '../timeline/settings';
import { movable, withinRange, type KeptAs } from './keep';
import { STYLE_ABOUT, STYLE_NAME } from './limits';

/** Genres that a style's patterns for a kind are at home in. */
function genresOf(style: Style, kind: string): string[] {
  const genres = style.parts[kind]?.patterns.flatMap((p) => p.facts?.genres ?? []) ?? [];
  return genres.length ? [...new Set(genres)].slice(0, 8) : ['own'];
}

/**
 * A pattern written out, with what it is for: where it does not say so itself, what its style is.
 * @param id what it is called where another pattern has its id by now.
 */
function writtenOut(pattern: Pattern, kind: Kind, style: Style, id: string): LibraryPattern {
  const { feel, tempo } = style;
  const played = { feel, genres: genresOf(style, kind.id), energy: 3, tempo, leaves: 'as it was kept' };
  const written = { ...pattern, facts: pattern.facts ?? played };
  const there = kind.library?.find((p) => p.id === pattern.id);
  return there && !equal(there, written) ? { ...written, id } : written;
}

/**
 * What a part plays by, its style's settings under its own, so that it plays alike in another style. What is set for
 * single sections and chords is the song's, and stays there.
 * @param library patterns that are named rather than written out: those that everyone has.
 * @returns null where the part's kind is not at hand.
 */
export function playerFromPart(
  song: Song,
  part: Part,
  repertoire: Repertoire,
  library: Library,
  { id, name, about }: KeptAs,
): PlayerFile | null {
  const kind = kindOf(part, repertoire);
  if (!kind) return null;
  const style = styleOf(song, repertoire);
  const settings = overlay([style.parts[kind.id]?.settings, movable(part.settings)]);
  const pattern = patternOf(kind, style, overlay([kind.defaults, settings]).pattern);
  const isShared = patternIn(library, kind.id, pattern.id) !== null;
  const own = isShared ? null : writtenOut(pattern, kind, style, id);
  return {
    format: PLAYER_FORMAT,
    version: PLAYER_VERSION,
    id,
    name: tidyName(name, STYLE_NAME),
    about: tidyName(about, STYLE_ABOUT),
    kind: kind.id,
    level: part.mix.level,
    settings: { ...withinRange(kind, settings), pattern: own?.id ?? pattern.id },
    ...(own && { pattern: own }),
  };
}
