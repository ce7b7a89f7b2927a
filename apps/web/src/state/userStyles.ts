/** The writer's own styles, patterns and players: kept on the server, played by at once. */
import useSWR, { mutate } from 'swr';
import {
  USER_STYLE_LIMITS,
  type UserStyleDocument,
  type StoredUserStyle,
} from '@backline/core/userStyles/wire';
import type { PlayerFile } from '@backline/core/style/player';
import type { StyleFile } from '@backline/core/style/schema';
import { OWN, createOwn, deleteOwn, fetchOwn, replaceOwn } from './api';
import { newId } from './newId';
import { repertoire, repertoireTools, takeOwn } from './repertoire';

/** All of them, as the server has them now. */
export const useUserStyles = () => useSWR<StoredUserStyle[], Error>(OWN, fetchOwn, { onSuccess: takeOwn });

/** What the server has now is asked for, and played by from here on. */
async function anew(): Promise<void> {
  const own = await mutate<StoredUserStyle[]>(OWN, fetchOwn());
  if (own) takeOwn(own);
}

export async function keepOwn(document: UserStyleDocument): Promise<StoredUserStyle> {
  const kept = await createOwn(newId(), document);
  await anew();
  return kept;
}

export async function changeOwn(own: StoredUserStyle, document: UserStyleDocument): Promise<void> {
  await replaceOwn(own, document);
  await anew();
}

export async function removeOwn(own: StoredUserStyle): Promise<void> {
  await deleteOwn(own);
  await anew();
}

/** The name a document goes by. */
export const nameIn = ({ name, about }: UserStyleDocument): string =>
  typeof name === 'string' ? name : typeof about === 'string' ? about : 'Without a name';

export const isStyle = (document: UserStyleDocument): document is UserStyleDocument & StyleFile =>
  document.format === 'vivid-backline-style';

export const isPlayer = (document: UserStyleDocument): document is UserStyleDocument & PlayerFile =>
  document.format === 'vivid-backline-player';

/** What has an id and a name of its own: a style, a player. */
export type Named = UserStyleDocument & (StyleFile | PlayerFile);
export const isNamed = (document: UserStyleDocument): document is Named =>
  isStyle(document) || isPlayer(document);

/** A file that was brought in, or why it is none that can be. */
export type Brought =
  | { readonly document: UserStyleDocument; readonly trouble: null }
  | { readonly document: null; readonly trouble: string };

/** Reads a file's text as a style, as patterns or as a player; what is wrong is said with its place. */
export function readBrought(text: string): Brought {
  const refused = (trouble: string): Brought => ({ document: null, trouble });
  if (text.length > USER_STYLE_LIMITS.length) {
    return refused(`The file is too large for a style: at most ${USER_STYLE_LIMITS.length / 1000} kB.`);
  }
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    return refused(
      'The file is no JSON: it may be damaged, or cut off. Bring in one that was taken out here.',
    );
  }
  const { own, trouble } = repertoireTools().readOwn(document);
  return own ? { document: document as UserStyleDocument, trouble: null } : refused(trouble);
}

/** The same under an id and a name that no other has. */
export function asAnother(document: Named): Named {
  const { freePlayerName, freeStyleName, ownId } = repertoireTools();
  const free = isStyle(document) ? freeStyleName : freePlayerName;
  const name = free(document.name, repertoire());
  return { ...document, name, id: ownId(name, repertoire()) };
}

/** That of the writer's own which has a document's format and id; null where none has. */
export const sameOwn = (
  document: UserStyleDocument,
  own: readonly StoredUserStyle[],
): StoredUserStyle | null =>
  isNamed(document)
    ? (own.find((o) => o.document.format === document.format && o.document.id === document.id) ?? null)
    : null;
