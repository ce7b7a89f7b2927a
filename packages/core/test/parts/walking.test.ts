/** A walk over a chord that lasts goes somewhere: it does not turn in a circle of two notes. */
import { renderBand } from '@backline/core/band/index';
import { OURS } from '@backline/core/styles/index';
import { song } from '../support/music';

const CHARTS = {
  'one chord, held': `Dm7 | ${'% | '.repeat(30)}%`,
  'one chord, written again': Array.from({ length: 32 }, () => 'Dm7').join(' | '),
  'a blues': 'C7 | C7 | C7 | C7 | F7 | F7 | C7 | C7 | G7 | F7 | C7 | G7',
} as const;

/** Of a line's notes, the share that stand in a, b, a, b. */
function inCircles(pitches: readonly number[]): number {
  const isCircle = pitches.map(
    (p, i) => i >= 3 && p === pitches[i - 2] && pitches[i - 1] === pitches[i - 3] && p !== pitches[i - 1],
  );
  return isCircle.filter(Boolean).length / pitches.length;
}

it.each(Object.entries(CHARTS))('%s', (_, bars) => {
  let worst = 0;
  const roots = new Set<number>();
  for (const seed of [1, 2, 3, 4, 5, 6]) {
    const band = renderBand({ ...song(bars, 'style: lamplight\ntempo: 140'), seed, ending: 'open' }, OURS);
    const line = band.parts
      .find((part) => part.kind === 'bass')!
      .notes.filter((n) => n.noteFunction !== 'ghost');
    worst = Math.max(worst, inCircles(line.map((n) => n.pitch)));
    for (const n of line) if (n.noteFunction === 'root') roots.add(n.pitch);
  }
  expect(worst).toBeLessThan(0.05);
  // A root has more than one octave: the line goes where it is going.
  expect(roots.size).toBeGreaterThan(1);
});
