/** What is shipped and what is the writer's own, as one thing to play by. */
import { repertoireOf, type Repertoire } from '../band/repertoire';
import { LIBRARY } from '../patternLibrary/index';
import { KINDS } from '../parts/index';
import { OURS } from '../styles/index';
import type { Library, LibraryPattern } from '../style/patternFamily';
import { freeName } from '../song/names';
import { importedFrom, idTaken, readUserDocument, type UserDocument } from './read';

/** The library with the writer's own patterns behind it. */
function libraryWith(own: readonly UserDocument[]): Library {
  const library = new Map<string, readonly LibraryPattern[]>(LIBRARY);
  for (const one of own) {
    const brought = importedFrom(one);
    if (!brought) continue;
    const there = library.get(brought.kind) ?? [];
    // Two players may bring the same pattern.
    const others = brought.patterns.filter(({ id }) => !there.some((p) => p.id === id));
    library.set(brought.kind, [...there, ...others]);
  }
  return library;
}

/**
 * What can be played by, with the documents of the writer's own that can be read. One that cannot, because another
 * version made it, or that takes an id twice, is left out: it is kept where it is stored.
 */
export function repertoireWith(documents: readonly unknown[]): Repertoire {
  if (!documents.length) return OURS;
  const own: UserDocument[] = [];
  for (const document of documents) {
    const read = readUserDocument(document);
    if (read.own && idTaken(read.own, own) === null) own.push(read.own);
  }
  const styles = own.flatMap((one) => (one.what === 'style' ? [one.style] : []));
  const players = own.flatMap((one) => (one.what === 'player' ? [one.player] : []));
  return repertoireOf(KINDS, [...OURS.styles.all, ...styles], libraryWith(own), [
    ...OURS.players,
    ...players,
  ]);
}

/** A word of small letters, digits and dashes for a name in any script; empty where none of it can be written so. */
const slug = (name: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 30);

/** An id for a style or a player of the writer's own that none has. Ids that begin so are never shipped. */
export function userStyleId(name: string, { styles, players }: Repertoire): string {
  const taken = new Set([...styles.all, ...players].map((one) => one.id));
  const stem = `own-${slug(name) || 'style'}`;
  let id = stem;
  for (let n = 2; taken.has(id); n++) id = `${stem}-${n}`;
  return id;
}

/** The name that was wanted, or the next of it that no style has. */
export const freeStyleName = (name: string, repertoire: Repertoire): string =>
  freeName(
    repertoire.styles.all.map((s) => s.name),
    name,
  );

/** The same among players. */
export const freePlayerName = (name: string, { players }: Repertoire): string =>
  freeName(
    players.map((p) => p.name),
    name,
  );
