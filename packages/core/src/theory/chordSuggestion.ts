import { ALL_QUALITIES } from './qualities';

/** Edits needed to turn one text into another (insert, delete, replace, swap of neighbours). */
export function editDistance(a: string, b: string): number {
  const rows = Array.from({ length: a.length + 1 }, (_, i) => [i, ...Array<number>(b.length).fill(0)]);
  for (let j = 1; j <= b.length; j++) rows[0]![j] = j;
  for (let i = 1; i <= a.length; i++) {
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      let best = Math.min(rows[i - 1]![j]! + 1, rows[i]![j - 1]! + 1, rows[i - 1]![j - 1]! + same);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) {
        best = Math.min(best, rows[i - 2]![j - 2]! + 1);
      }
      rows[i]![j] = best;
    }
  }
  return rows[a.length]![b.length]!;
}

/** Starts of a symbol as other conventions write them: German H, fixed-do syllables, look-alike letters. */
const OTHER_STARTS: readonly (readonly [RegExp, string])[] = [
  [/^Sol/i, 'G'],
  [/^La/i, 'A'],
  [/^[ST]i(?!m)/i, 'B'],
  [/^Mi(?!n)/i, 'E'],
  [/^Fa/i, 'F'],
  [/^Re/i, 'D'],
  [/^Do/i, 'C'],
  [/^[HНB]/i, 'B'],
  // Letters of the Greek and Cyrillic alphabets that look or sound like ours.
  [/^[ΑАа]/, 'A'],
  [/^[ΒВв]/, 'B'],
  [/^[СсЦ]/, 'C'],
  [/^[ДдΔ](?=.)/, 'D'],
  [/^[ΕЕе]/, 'E'],
  [/^[ФфΦ]/, 'F'],
  [/^[ГгΓ]/, 'G'],
];

/** The text without stray signs before its letter; an accidental there is moved behind it. */
const unstray = (text: string): string =>
  text.replace(/^([^\p{L}\d]+)([A-Ga-g]?)/u, (_, signs: string, letter: string) =>
    letter && /^[#♯♭]$/.test(signs) ? letter + (signs === '♭' ? 'b' : '#') : letter,
  );

/** The text with its start put into our letters, or null where it starts with none we know. */
function rooted(text: string): string | null {
  const plain = unstray(text.normalize('NFKC'));
  if (/^[A-Ga-g]/.test(plain) && !/^(do|re|fa)/i.test(plain)) return plain[0]!.toUpperCase() + plain.slice(1);
  for (const [start, root] of OTHER_STARTS) if (start.test(plain)) return plain.replace(start, root);
  return /^[A-G]/i.test(plain) ? plain[0]!.toUpperCase() + plain.slice(1) : null;
}

const OFFERED = 3;

/**
 * The nearest readable chords to an unreadable text, nearest first; empty where nothing is near:
 * the same text with its root put right, the longest readable start, the closest known qualities.
 */
export function nearestChords(given: string, isReadable: (symbol: string) => boolean): string[] {
  const text = rooted(given.trim().slice(0, 24));
  if (text === null) return [];
  const found = new Map<string, number>();
  const offer = (symbol: string, cost: number): void => {
    if (isReadable(symbol) && cost < (found.get(symbol) ?? Infinity)) found.set(symbol, cost);
  };
  offer(text, -1);
  const accidental = /^[b#♭♯]/.exec(text.slice(1))?.[0] ?? '';
  const head = text[0]! + accidental;
  const tail = text.slice(head.length);
  offer(head, tail.length + 0.5);
  for (let cut = tail.length - 1; cut > 0; cut--) {
    if (!isReadable(head + tail.slice(0, cut))) continue;
    offer(head + tail.slice(0, cut), tail.length - cut + 0.25);
    break;
  }
  for (const quality of ALL_QUALITIES) offer(head + quality, editDistance(tail, quality));
  const ranked = [...found].sort((a, b) => a[1] - b[1]);
  const best = ranked[0]?.[1] ?? 0;
  return ranked
    .filter(([, cost], i) => i === 0 || cost <= best + 1)
    .slice(0, OFFERED)
    .map(([symbol]) => symbol);
}
