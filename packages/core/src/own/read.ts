/** The one door for what a writer adds to what can be played by: a style, or patterns. */
import { LIBRARY } from '../library/index';
import { KINDS } from '../parts/index';
import { OURS } from '../styles/index';
import { PATTERNS_FORMAT, patternIn, readFamily, type LibraryPattern } from '../style/patternLibrary';
import { readStyle } from '../style/read';
import type { Style } from '../style/schema';
import { findStyle } from '../style/set';

/** A document of the writer's own, read. */
export type Own =
  | { readonly what: 'style'; readonly style: Style }
  | {
      readonly what: 'patterns';
      readonly about: string;
      readonly kind: string;
      readonly patterns: readonly LibraryPattern[];
    };

export type ReadOwn =
  | { readonly own: Own; readonly trouble: null }
  /** Why it cannot be played by, as a sentence with the place. */
  | { readonly own: null; readonly trouble: string };

/** A style's file or one of patterns. A style names patterns that everyone has, and writes out its others. */
export function readOwn(document: unknown): ReadOwn {
  if ((document as { format?: unknown } | null)?.format === PATTERNS_FORMAT) {
    const { kind, patterns, trouble } = readFamily(document, KINDS);
    if (trouble !== null) return { own: null, trouble };
    const { about } = document as { about: string };
    return { own: { what: 'patterns', about, kind, patterns }, trouble: null };
  }
  const { style, trouble } = readStyle(document, KINDS, LIBRARY);
  return style ? { own: { what: 'style', style }, trouble: null } : { own: null, trouble };
}

/** What it is called where it is listed. */
export const nameOfOwn = (own: Own): string => (own.what === 'style' ? own.style.name : own.about);

const isSameName = (a: string, b: string): boolean =>
  a.trim().toLocaleLowerCase('en') === b.trim().toLocaleLowerCase('en');

/** Which id of a document something shipped, or another of the writer's own, has already; a sentence, or null. */
export function idTaken(own: Own, others: readonly Own[]): string | null {
  if (own.what === 'style') {
    const { id } = own.style;
    const isTaken =
      findStyle(OURS.styles, id) !== null || others.some((o) => o.what === 'style' && o.style.id === id);
    return isTaken ? `There is a style with the id "${id}" already. Give this one another id.` : null;
  }
  const { kind, patterns } = own;
  const taken = new Set(
    others.flatMap((o) => (o.what === 'patterns' && o.kind === kind ? o.patterns.map((p) => p.id) : [])),
  );
  for (const { id } of patterns) {
    if (taken.has(id) || patternIn(LIBRARY, kind, id)) {
      return `There is a pattern for ${kind} with the id "${id}" already. Give this one another id.`;
    }
    taken.add(id);
  }
  return null;
}

/** What of a new document is taken, its name too: two of a name cannot be told apart where they are found. */
export function takenIn(own: Own, others: readonly Own[]): string | null {
  const names = others.map(nameOfOwn);
  if (own.what === 'style') names.push(...OURS.styles.all.map((s) => s.name));
  const name = nameOfOwn(own);
  return (
    idTaken(own, others) ??
    (names.some((other) => isSameName(other, name))
      ? `There is one called “${name}” already. Give this one another name.`
      : null)
  );
}
