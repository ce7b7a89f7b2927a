import { kindOf, styleOf, type Repertoire } from '@backline/core/band/repertoire';
import { KINDS } from '@backline/core/parts/index';
import type { Kind } from '@backline/core/parts/kind';
import type { Part, Song } from '@backline/core/song/schema';
import { kindSet } from '@backline/core/style/kind';
import type { Style } from '@backline/core/style/schema';
import { styleInWords } from '@backline/core/style/set';
import { patternOf, sectionSettings, type Resolved } from '@backline/core/timeline/settings';

/** Styles and the library are no part of the first load: they come with the first song that is opened. */
let here: Repertoire | null = null;
let coming: Promise<Repertoire> | null = null;

/** Fetches styles and patterns, once. What failed to come is asked for again. */
export function loadRepertoire(): Promise<Repertoire> {
  coming ??= import('@backline/core/styles/index').then(
    ({ OURS }) => (here = OURS),
    (error: unknown) => {
      coming = null;
      throw new Error('The styles could not be loaded. Check the connection, then try again.', {
        cause: error,
      });
    },
  );
  return coming;
}

/**
 * Kinds of part and styles that songs are played by.
 * @throws Error before they have been loaded: songs are opened after them.
 */
export function repertoire(): Repertoire {
  if (!here) throw new Error('Styles are asked for before a song is open.');
  return here;
}

/** Kinds of part by themselves, which are here from the start. */
export const KINDS_HERE = kindSet(KINDS);

/** The style a song plays in: its own, or the stand-in where that is not at hand. */
export const songStyle = (song: Pick<Song, 'style'>): Style => styleOf(song, repertoire());

/** An id as a name: what our own styles are called. */
const asName = (id: string): string => id.replace(/(^|-)([a-z])/g, (_, dash: string, letter: string) => `${dash ? ' ' : ''}${letter.toUpperCase()}`); // prettier-ignore

/** A style's name; one that is not at hand keeps its own and says who plays instead. */
export const styleName = (id: string): string => (here ? styleInWords(here.styles, id) : asName(id));

/** The kind of a part; null where it is not at hand. */
export const partKind = (part: Pick<Part, 'kind'>): Kind | null => kindOf(part, here ?? ONLY_KINDS);

const ONLY_KINDS: Pick<Repertoire, 'kinds'> = { kinds: KINDS_HERE };

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
