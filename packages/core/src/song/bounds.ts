/**
 * The bounds of whatever comes from outside, held before anything looks at it: what lies within them is read in
 * little time, what does not is refused at the first thing that is too much.
 */

export const BOUNDS = {
  /** Lists and objects within each other. A song in a patch in a save has half as many. */
  depth: 40,
  /** Items of a list; a draft holds half as many chords. */
  items: 4000,
  /** A frozen part holds as many notes. */
  notes: 20_000,
  /** Characters. The longest text of a song, a style or a progression has a twentieth of it. */
  text: 100_000,
} as const;

const TOO_DEEP = 'Lists and fields lie too deep within each other.';

/** Fields and places in the order they are gone into. */
const at = (path: readonly (string | number)[]): string => (path.length ? `${path.join('.')}: ` : '');

/** What of a document is more than any document holds, as a sentence with its place; null where nothing is. */
export function boundsTrouble(document: unknown): string | null {
  const path: (string | number)[] = [];
  const look = (value: unknown): string | null => {
    if (typeof value === 'string') {
      return value.length > BOUNDS.text
        ? `${at(path)}A text has at most ${BOUNDS.text.toLocaleString('en')} characters.`
        : null;
    }
    if (typeof value !== 'object' || value === null) return null;
    if (path.length >= BOUNDS.depth) return TOO_DEEP;
    const items: readonly (readonly [string | number, unknown])[] | null = Array.isArray(value)
      ? null
      : Object.entries(value);
    const count = items?.length ?? (value as readonly unknown[]).length;
    const most = path.at(-1) === 'notes' ? BOUNDS.notes : BOUNDS.items;
    if (count > most) return `${at(path)}That is more than ${most.toLocaleString('en')} items.`;
    for (let i = 0; i < count; i++) {
      const [name, item] = items ? items[i]! : ([i, (value as readonly unknown[])[i]] as const);
      path.push(name);
      const trouble = look(item);
      if (trouble !== null) return trouble;
      path.pop();
    }
    return null;
  };
  return look(document);
}
