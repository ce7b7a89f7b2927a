/** Lists and numbers in sentences. */

const TIMES = ['', 'once', 'twice'];
export const times = (count: number): string => TIMES[count] ?? `${count} times`;

export const counted = (count: number, one: string, many = `${one}s`): string =>
  count === 1 ? `one ${one}` : `${count} ${many}`;

/** "bass, keys and drums". */
export function listed(words: readonly string[]): string {
  const last = words.at(-1);
  return words.length > 1 ? `${words.slice(0, -1).join(', ')} and ${last!}` : (last ?? '');
}
