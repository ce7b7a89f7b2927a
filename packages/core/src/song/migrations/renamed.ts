/** Fields that were called otherwise before: what a document has by the old word it has by the new one. */

/** Words by which a field goes now, by the word it went by. */
export type Renamed = Readonly<Record<string, string>>;

type Fields = Readonly<Record<string, unknown>>;

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** An object with its fields by their new words, in the order they had; what is no object goes through as it is. */
export function renamed(value: unknown, words: Renamed): unknown {
  if (!isFields(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([word, held]) => [Object.hasOwn(words, word) ? words[word] : word, held]),
  );
}

/** An object in which some fields are made anew, each by its own function; what it has not stays away. */
export function withFields(
  value: unknown,
  fields: Readonly<Record<string, (held: unknown) => unknown>>,
): unknown {
  if (!isFields(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([word, held]) => [
      word,
      Object.hasOwn(fields, word) ? fields[word]!(held) : held,
    ]),
  );
}

/** A function for each of a list. */
export const eachOf =
  (make: (value: unknown) => unknown) =>
  (list: unknown): unknown =>
    Array.isArray(list) ? list.map(make) : list;

/** A function for each field of a record. */
export const allOf =
  (make: (value: unknown) => unknown) =>
  (record: unknown): unknown =>
    isFields(record)
      ? Object.fromEntries(Object.entries(record).map(([key, value]) => [key, make(value)]))
      : record;

const GROOVE: Renamed = { timing: 'lateness' };

const SETTINGS: Renamed = {
  feel: 'pace',
  manner: 'voicingType',
  telling: 'repeatVariation',
  push: 'anticipation',
  trim: 'gainOffset',
  side: 'panOffset',
  depth: 'sendOffset',
  tint: 'shelfOffset',
};

/** A groove of before version 4 of songs and version 2 of styles. */
export const grooveBefore4 = (groove: unknown): unknown => renamed(groove, GROOVE);

/** Settings of a part of before version 4 of songs and version 2 of styles. */
export const settingsBefore4 = (settings: unknown): unknown =>
  withFields(renamed(settings, SETTINGS), { groove: grooveBefore4 });
