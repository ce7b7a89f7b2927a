/** Lists and numbers in sentences. */

const TIMES = ['', 'once', 'twice'];
/** A count as it is said: once, twice, 7 times. */
export const times = (count: number): string => TIMES[count] ?? `${count} times`;

/** A number of things: 1 bar, 4 bars. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  count === 1 ? `one ${one}` : `${count} ${many}`;

/** "bass, keys and drums". */
export function listed(words: readonly string[]): string {
  const last = words.at(-1);
  return words.length > 1 ? `${words.slice(0, -1).join(', ')} and ${last!}` : (last ?? '');
}
