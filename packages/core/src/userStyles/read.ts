/** The one door for what a writer adds to what can be played by: a style, patterns, or a player. */
import equal from 'fast-deep-equal';
import { boundsTrouble } from '../song/bounds';
import type { ReadError } from '../song/errorCodes';
import { LIBRARY } from '../patternLibrary/index';
import { KINDS } from '../parts/index';
import { OURS } from '../styles/index';
import { PATTERNS_FORMAT, patternIn, readFamily, type LibraryPattern } from '../style/patternFamily';
import { PLAYER_FORMAT, readPlayer, type PlayerFile } from '../style/player';
import { readStyle } from '../style/read';
import type { Style } from '../style/schema';
import { findStyle } from '../style/set';

/** A document of the writer's own, read. */
export type UserDocument =
  | { readonly what: 'style'; readonly style: Style }
  | {
      readonly what: 'patterns';
      readonly about: string;
      readonly kind: string;
      readonly patterns: readonly LibraryPattern[];
    }
  | { readonly what: 'player'; readonly player: PlayerFile };

/** A document of the writer's own that was read, or what is wrong in it. */
export type ReadUserDocument =
  | { readonly own: UserDocument; readonly trouble: null }
  /** Why it cannot be played by, as a sentence with the place. */
  | { readonly own: null; readonly trouble: string; readonly code: ReadError };

/** A style's file, one of patterns, or one of a player. A style names patterns that everyone has, and writes out its others. */
export function readUserDocument(document: unknown): ReadUserDocument {
  const tooMuch = boundsTrouble(document);
  if (tooMuch !== null) return { own: null, trouble: tooMuch, code: 'document-too-large' };
  const format = (document as { format?: unknown } | null)?.format;
  if (format === PLAYER_FORMAT) {
    const read = readPlayer(document, KINDS, LIBRARY);
    if (read.trouble !== null) return { own: null, trouble: read.trouble, code: read.code };
    return { own: { what: 'player', player: read.player }, trouble: null };
  }
  if (format === PATTERNS_FORMAT) {
    const read = readFamily(document, KINDS);
    if (read.trouble !== null) return { own: null, trouble: read.trouble, code: read.code };
    const { about } = document as { about: string };
    return { own: { what: 'patterns', about, kind: read.kind, patterns: read.patterns }, trouble: null };
  }
  const read = readStyle(document, KINDS, LIBRARY);
  if (read.trouble !== null) return { own: null, trouble: read.trouble, code: read.code };
  return { own: { what: 'style', style: read.style }, trouble: null };
}

/** What it is called where it is listed. */
export function nameOfUserDocument(own: UserDocument): string {
  if (own.what === 'style') return own.style.name;
  return own.what === 'player' ? own.player.name : own.about;
}

/**
 * The patterns a document brings, for which kind of part; a style's are its own affair. Null where it brings none.
 */
export function importedFrom(
  own: UserDocument,
): { readonly kind: string; readonly patterns: readonly LibraryPattern[] } | null {
  if (own.what === 'patterns') return own;
  if (own.what === 'player' && own.player.pattern) {
    return { kind: own.player.kind, patterns: [own.player.pattern] };
  }
  return null;
}

const isSameName = (a: string, b: string): boolean =>
  a.trim().toLocaleLowerCase('en') === b.trim().toLocaleLowerCase('en');

/** Which id of a document something shipped, or another of the writer's own, has already; a sentence, or null. */
export function idTaken(own: UserDocument, others: readonly UserDocument[]): string | null {
  if (own.what === 'style') {
    const { id } = own.style;
    const isTaken =
      findStyle(OURS.styles, id) !== null || others.some((o) => o.what === 'style' && o.style.id === id);
    return isTaken ? `There is a style with the id "${id}" already. Give this one another id.` : null;
  }
  if (own.what === 'player') {
    const { id } = own.player;
    const isShipped = OURS.players.some((one) => one.id === id);
    if (isShipped || others.some((o) => o.what === 'player' && o.player.id === id)) {
      return `There is a player with the id "${id}" already. Give this one another id.`;
    }
  }
  return patternTaken(own, others);
}

/** A pattern whose id another one has; the same pattern may come with several players. */
function patternTaken(own: UserDocument, others: readonly UserDocument[]): string | null {
  const brought = importedFrom(own);
  if (!brought) return null;
  const { kind, patterns } = brought;
  const there = others.flatMap((o) => {
    const other = importedFrom(o);
    return other?.kind === kind ? other.patterns : [];
  });
  for (const [i, pattern] of patterns.entries()) {
    const { id } = pattern;
    const isSame = (p: LibraryPattern): boolean => own.what === 'player' && equal(p, pattern);
    const isTaken = [...there, ...patterns.slice(0, i)].some((p) => p.id === id && !isSame(p));
    if (isTaken || patternIn(LIBRARY, kind, id)) {
      return `There is a pattern for ${kind} with the id "${id}" already. Give this one another id.`;
    }
  }
  return null;
}

/**
 * What of a new document is taken, its name too: two of a name cannot be told apart where they are found. A
 * sentence; null where nothing is.
 */
export function takenIn(own: UserDocument, others: readonly UserDocument[]): string | null {
  const names = others.map(nameOfUserDocument);
  if (own.what === 'style') names.push(...OURS.styles.all.map((s) => s.name));
  if (own.what === 'player') names.push(...OURS.players.map((p) => p.name));
  const name = nameOfUserDocument(own);
  return (
    idTaken(own, others) ??
    (names.some((other) => isSameName(other, name))
      ? `There is one called “${name}” already. Give this one another name.`
      : null)
  );
}
