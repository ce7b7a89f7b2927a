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

const GERMAN: Record<string, string> = { H: 'B' };

/**
 * The nearest readable chord to an unreadable text, or null where nothing is near:
 * first the same text with its root put right, then the longest readable start
 * or the closest known quality, whichever needs fewer edits.
 */
export function nearestChord(given: string, isReadable: (symbol: string) => boolean): string | null {
  const text = given.trim().slice(0, 24);
  const first = (text[0] ?? '').toUpperCase();
  const root = GERMAN[first] ?? first;
  if (!/[A-G]/.test(root)) return null;
  const rooted = root + text.slice(1);
  if (isReadable(rooted)) return rooted;
  const accidental = /^[b#♭♯]/.exec(rooted.slice(1))?.[0] ?? '';
  const head = root + accidental;
  const tail = rooted.slice(head.length);
  let best = head;
  let bestCost = tail.length + 0.5;
  for (let cut = tail.length - 1; cut > 0; cut--) {
    if (isReadable(head + tail.slice(0, cut))) {
      best = head + tail.slice(0, cut);
      bestCost = tail.length - cut + 0.25;
      break;
    }
  }
  for (const quality of ALL_QUALITIES) {
    const cost = editDistance(tail, quality);
    if (cost < bestCost) [best, bestCost] = [head + quality, cost];
  }
  return best;
}
