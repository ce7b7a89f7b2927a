/** Ids and names that nothing else has. */
import { LIMITS } from './limits';
import { cutText, tidyName } from './text';

/** Gives ids of a prefix that are not taken, one after another: s1, s2, … */
export function freeIds(prefix: string, taken: readonly string[]): () => string {
  const known = new Set(taken);
  let n = taken.length;
  return () => {
    do n++;
    while (known.has(`${prefix}${n}`));
    return `${prefix}${n}`;
  };
}

/** The first id of a prefix that is not taken. */
export const freeId = (prefix: string, taken: readonly string[]): string => freeIds(prefix, taken)();

/** A name that none of those taken is: "Verse" becomes "Verse 2", "Verse 2" becomes "Verse 3". */
export function freeName(taken: readonly string[], wanted: string): string {
  const known = new Set(taken);
  const whole = tidyName(wanted, LIMITS.nameLength);
  if (!known.has(whole)) return whole;
  const stem = whole.replace(/ \d+$/, '');
  for (let n = 2; ; n++) {
    const ending = ` ${n}`;
    const name = (cutText(stem, LIMITS.nameLength - ending.length) + ending).trim();
    if (!known.has(name)) return name;
  }
}
