import { OURS } from '@backline/core/styles/index';
import { kindOf, styleOf, type Repertoire } from '@backline/core/band/repertoire';
import type { Kind } from '@backline/core/parts/kind';
import type { Part, Song } from '@backline/core/song/schema';
import type { Style } from '@backline/core/style/schema';
import { styleInWords } from '@backline/core/style/set';
import { patternOf, sectionSettings, type Resolved } from '@backline/core/timeline/settings';

/** Kinds of part and styles that songs are played by. */
export const REPERTOIRE: Repertoire = OURS;

/** The style a song plays in: its own, or the stand-in where that is not at hand. */
export const songStyle = (song: Pick<Song, 'style'>): Style => styleOf(song, REPERTOIRE);

/** A style's name; one that is not at hand keeps its own and says who plays instead. */
export const styleName = (id: string): string => styleInWords(REPERTOIRE.styles, id);

/** The kind of a part; null where it is not at hand. */
export const partKind = (part: Pick<Part, 'kind'>): Kind | null => kindOf(part, REPERTOIRE);

/** Settings of a part in a section before its cues; in the whole song without one. */
export const settingsIn = (song: Song, kind: Kind, part: Part, sectionId: string | null): Resolved =>
  sectionSettings(kind, songStyle(song), song, part, sectionId ?? '');

/** What a part plays in a section, for lists and pictures; a part of an unknown kind rests. */
export function playsIn(song: Song, part: Part, sectionId: string | null) {
  const kind = partKind(part);
  if (!kind) return { on: false, pattern: 'unknown', density: 0, dynamics: 'mf' } as const;
  const { on, pattern, density, dynamics } = settingsIn(song, kind, part, sectionId);
  return { on, pattern: patternOf(kind, songStyle(song), pattern).name, density, dynamics };
}
