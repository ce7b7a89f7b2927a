/** Two versions of a solo are two solos: they share little, and neither goes on repeating itself. */
import { renderBand } from '@backline/core/band/index';
import type { Song } from '@backline/core/song/schema';
import { song, withSettings } from '../support/music';
import { OURS } from '@backline/core/styles/index';

const BARS = 32;
const CHORDS = ['Dm7', 'G7', 'Cmaj7', 'A7', 'Fmaj7', 'Bm7b5', 'E7', 'Am7'];
const base = (style: string): Song => ({
  ...song(
    Array.from({ length: BARS }, (_, i) => CHORDS[i % CHORDS.length]!).join(' | '),
    `style: ${style}\nkey: C\ntempo: 120`,
  ),
  ending: 'open',
});

/** Each bar of a solo as its rhythm and intervals; bars with fewer than three notes say too little. */
function barsOf(s: Song): string[] {
  const solo = renderBand(withSettings(s, 'solo', { density: 5, groove: { lateness: 0 } }), OURS).parts.find(
    (p) => p.kind === 'solo',
  )!;
  return Array.from({ length: BARS }, (_, bar) => {
    const notes = solo.notes.filter((n) => Math.floor(n.start / 1920) === bar);
    if (notes.length < 3) return '';
    return notes.map((n, i) => `${n.start % 1920}${i ? `/${n.pitch - notes[i - 1]!.pitch}` : ''}`).join(' ');
  });
}

/** What a solo says in every two bars that follow one another. */
const pairsOf = (bars: readonly string[]): Set<string> =>
  new Set(bars.slice(1).flatMap((bar, i) => (bar && bars[i] ? [`${bars[i]} | ${bar}`] : [])));

describe.each(['quayside', 'lamplight'])('takes of a %s solo', (style) => {
  const takes = [0, 1, 2, 3, 4].map((variation) => barsOf(withSettings(base(style), 'solo', { variation })));

  it('share at most a fifth of their two-bar content', () => {
    for (const [i, a] of takes.entries()) {
      for (const b of takes.slice(i + 1)) {
        const [ours, theirs] = [pairsOf(a), pairsOf(b)];
        const shared = [...ours].filter((pair) => theirs.has(pair)).length;
        expect(ours.size).toBeGreaterThan(5);
        expect(shared / Math.min(ours.size, theirs.size)).toBeLessThanOrEqual(0.2);
      }
    }
  });

  it('repeat no bar note for note but where a motif comes back', () => {
    for (const bars of takes) {
      const said = bars.filter(Boolean);
      const again = said.length - new Set(said).size;
      // A motif may return once in a phrase: at most one bar in three.
      expect(again / said.length).toBeLessThanOrEqual(1 / 3);
    }
  });
});
