/**
 * Seeded randomness. Every draw is keyed by what it is for (part, section, pass, bar, …),
 * so that a change in one place cannot shift the draws of another.
 */

/** 32-bit hash of a text (FNV-1a with a final mix); the same on every machine. */
export function hash(text: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) {
    h ^= text.charCodeAt(i);
    h = Math.imul(h, 0x01000193);
  }
  return mix(h);
}

function mix(h: number): number {
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}

/** A value in [0, 1) for a seed and two whole numbers: no state, so order never matters. */
export const noise = (seed: number, a: number, b = 0): number =>
  mix((seed ^ Math.imul(a + 0x9e3779b9, 0x85ebca6b) ^ Math.imul(b + 0x7f4a7c15, 0x27d4eb2f)) | 0) /
  4294967296;

/** A stream of values in [0, 1) (mulberry32). */
export type Stream = () => number;

/** Numbers from 0 to under 1 that look drawn and are the same for the same key, on every machine. */
export function stream(key: string): Stream {
  let state = hash(key);
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** One of the items, each as likely as its weight. */
export function choose<T>(next: Stream, items: readonly T[], weight: (item: T) => number): T {
  const total = items.reduce((sum, item) => sum + weight(item), 0);
  let left = next() * total;
  for (const item of items) {
    left -= weight(item);
    if (left < 0) return item;
  }
  return items[items.length - 1]!;
}
