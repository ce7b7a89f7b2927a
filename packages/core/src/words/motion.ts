/** How the voices go to the next chord, in words. */
export function motionInWords(from: readonly number[], to: readonly number[]): string {
  if (!from.length || !to.length) return 'no voices';
  const moves = from.map((p, i) => (to[Math.min(i, to.length - 1)] ?? p) - p);
  if (moves.every((m) => m === 0)) return 'voices held';
  const largest = moves.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a));
  const held = moves.filter((m) => m === 0).length;
  const way = moves.every((m) => m <= 0) ? ' down' : moves.every((m) => m >= 0) ? ' up' : ' both ways';
  const kind = Math.abs(largest) <= 2 ? 'step' : Math.abs(largest) <= 5 ? 'skip' : 'leap';
  return `voices ${kind}${way}${held ? `, ${held} held` : ''}`;
}
