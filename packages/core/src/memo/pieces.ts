/** A list on its way to who has the one before it: what stayed is named by its place there. */

/** So many of a list that is there already, from a place on; or what is new. */
export type ListPiece<T> =
  { readonly from: number; readonly count: number } | { readonly items: readonly T[] };

/** A list in pieces; items that stayed are the very same objects. */
export function piecesOf<T>(before: readonly T[], now: readonly T[]): ListPiece<T>[] {
  const places = new Map(before.map((item, i) => [item, i]));
  const pieces: ({ from: number; count: number } | { items: T[] })[] = [];
  for (const item of now) {
    const at = places.get(item);
    const last = pieces.at(-1);
    if (at === undefined) {
      if (last && 'items' in last) last.items.push(item);
      else pieces.push({ items: [item] });
    } else if (last && 'from' in last && last.from + last.count === at) last.count++;
    else pieces.push({ from: at, count: 1 });
  }
  return pieces;
}

/** The list again, where the one before it is. */
export const listOf = <T>(before: readonly T[], pieces: readonly ListPiece<T>[]): readonly T[] =>
  pieces.flatMap((piece) =>
    'items' in piece ? piece.items : before.slice(piece.from, piece.from + piece.count),
  );
