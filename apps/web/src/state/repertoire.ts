import { create } from 'zustand';
import { styleOf, type Repertoire } from '@backline/core/band/repertoire';
import type { UserStyleDocument, StoredUserStyle } from '@backline/core/userStyles/wire';
import type { Kind } from '@backline/core/parts/kind';
import type { Part, Song } from '@backline/core/song/schema';
import type { Style } from '@backline/core/style/schema';
import { styleInWords } from '@backline/core/style/set';
import { settingsPlayed } from '@backline/core/ensemble/settingsPlayed';
import { liftInScope, resolvedInScope, type Scope } from '@backline/core/timeline/scopes';
import { patternOf, type Resolved } from '@backline/core/timeline/settings';
import { fetchOwn } from './api';
import type * as RepertoireTools from './repertoireTools';

type Tools = typeof RepertoireTools;

interface Played {
  /** What songs are played by; null before it has been loaded. */
  readonly all: Repertoire | null;
  /** Styles and patterns of the writer's own, as the server has them. */
  readonly own: readonly StoredUserStyle[];
  /** Their documents, the same array as long as they are the same. */
  readonly documents: readonly UserStyleDocument[];
}

export const usePlayed = create<Played>(() => ({ all: null, own: [], documents: [] }));

/** Styles and the library are no part of the first load: they come with the first song that is opened. */
let tools: Tools | null = null;
let coming: Promise<Repertoire> | null = null;

const stampsOf = (own: readonly StoredUserStyle[]): string =>
  own.map(({ id, revision }) => `${id} ${revision}`).join();

/** Takes what the server has of the writer's own; what is the same stays the same object. */
export function takeOwn(own: readonly StoredUserStyle[]): void {
  const before = usePlayed.getState();
  if (before.all && stampsOf(before.own) === stampsOf(own)) return usePlayed.setState({ own });
  if (!tools) return;
  const documents = own.map(({ document }) => document);
  usePlayed.setState({ own, documents, all: tools.repertoireWith(documents) });
}

/** True where the writer's own could not be had: songs are played by what is shipped, until they can. */
let isOwnMissing = false;

async function askForOwn(): Promise<StoredUserStyle[]> {
  try {
    const own = await fetchOwn();
    isOwnMissing = false;
    return own;
  } catch {
    isOwnMissing = true;
    return [];
  }
}

async function load(): Promise<Repertoire> {
  const own = askForOwn();
  tools = await import('./repertoireTools');
  takeOwn(await own);
  return repertoire();
}

/** Fetches styles and patterns, once. What failed to come is asked for again, with the next song that is opened. */
export function loadRepertoire(): Promise<Repertoire> {
  if (coming && isOwnMissing) {
    isOwnMissing = false;
    coming = coming.then(askForOwn).then((own) => {
      if (own.length) takeOwn(own);
      return repertoire();
    });
  }
  coming ??= load().catch((error: unknown) => {
    coming = null;
    throw new Error('The styles could not be loaded. Check the connection, then try again.', {
      cause: error,
    });
  });
  return coming;
}

/**
 * Kinds of part and styles that songs are played by.
 * @throws Error before they have been loaded: songs are opened after them.
 */
export function repertoire(): Repertoire {
  const { all } = usePlayed.getState();
  if (!all) throw new Error('Styles are asked for before a song is open.');
  return all;
}

/** What reads and makes styles, which comes with them. */
export function repertoireTools(): Tools {
  if (!tools) throw new Error('Styles are asked for before a song is open.');
  return tools;
}

/** The style a song plays in: its own, or the stand-in where that is not at hand. */
export const songStyle = (song: Pick<Song, 'style'>): Style => styleOf(song, repertoire());

/** An id as a name: what our own styles are called. */
const asName = (id: string): string => id.replace(/(^|-)([a-z])/g, (_, dash: string, letter: string) => `${dash ? ' ' : ''}${letter.toUpperCase()}`); // prettier-ignore

/** A style's name; one that is not at hand keeps its own and says who plays instead. */
export const styleName = (id: string): string =>
  usePlayed.getState().all ? styleInWords(repertoire().styles, id) : asName(id);

/** A kind of part by its id; null where it is not at hand. Kinds come with the styles. */
export const kindHere = (id: string): Kind | null => usePlayed.getState().all?.kinds.get(id) ?? null;

/** The kind of a part; null where it is not at hand. */
export const partKind = (part: Pick<Part, 'kind'>): Kind | null => kindHere(part.kind);

/** Settings of a part in a place before its cues, as it plays by them. */
export const settingsIn = (song: Song, kind: Kind, part: Part, where: Scope): Resolved =>
  settingsPlayed({ part, kind }, repertoire().kinds, songStyle(song), song, where);

/** What a part plays in a place, for lists and pictures; a part of an unknown kind rests. */
export function playsIn(song: Song, part: Part, where: Scope) {
  const kind = partKind(part);
  if (!kind) return { on: false, waits: false, pattern: 'unknown', density: 0, dynamics: 'mf' } as const;
  const style = songStyle(song);
  const { on, pattern, density, dynamics } = settingsIn(song, kind, part, where);
  const lift = where === null ? null : liftInScope(song, where);
  // It would play, but as the song is told it is not yet its turn.
  const waits = !on && !lift?.by && resolvedInScope(kind, style, song, part, where).on;
  return { on, waits, pattern: patternOf(kind, style, pattern).name, density, dynamics };
}
