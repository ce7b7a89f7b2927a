/** Styles are told from each other by their notes alone: features of fresh charts fall nearest to their own style's. */
import { renderBand, type Band } from '@backline/core/band/index';
import { bandOf } from '@backline/core/band/repertoire';
import { readChart } from '@backline/core/formats/chart/index';
import { DRUMS } from '@backline/core/parts/drums/percussionMap';
import { carriesBass, soundsChords } from '@backline/core/style/kind';
import type { Style } from '@backline/core/style/schema';
import { OURS } from '@backline/core/styles/index';

const LEARNT = ['C | Am7 | F | G7', 'Dm7 | G7 | Cmaj7 | C', 'Em | C | G | D', 'F | Fm | C | A7'];
const FRESH = ['G | D | Em | C', 'Bb | Gm7 | Cm7 | F7', 'A | E | F#m | D', 'Cm7 | Fm7 | Bb7 | Ebmaj7'];

/** Twice through, in the style's own metre and tempo. */
function heard(style: Style, bars: string, seed: number): Band {
  const header = `style: ${style.id}\ntime: ${style.metres[0]}\ntempo: ${style.usualTempo}`;
  const chart = readChart(`${header}\n[Verse] x2\n${bars}`, OURS);
  return renderBand({ ...chart, seed, parts: bandOf(style, OURS.kinds) }, OURS);
}

const STEPS = 24;
const KIT = [
  DRUMS.kick,
  DRUMS.snare,
  DRUMS['side stick'],
  DRUMS['closed hat'],
  DRUMS['open hat'],
  DRUMS.ride,
];

/** What strikes: the bass, a line, chords as voices or as shapes, percussion. */
function rowOf(id: string): string {
  const kind = OURS.kinds.get(id)!;
  if (carriesBass(kind)) return 'bass';
  if (!kind.pitched) return 'percussion';
  return soundsChords(kind) ? kind.chordLayout : 'line';
}

/**
 * Where in the bar each kind of player strikes, and each drum of the kit; how long notes last; how many there are.
 * Nothing of the style's name, tempo, programs or settings.
 */
function features(band: Band): number[] {
  const at = new Map<string, number[]>();
  const histogram = (name: string): number[] => {
    let found = at.get(name);
    if (!found) at.set(name, (found = Array.from({ length: STEPS }, () => 0)));
    return found;
  };
  const rows = ['line', 'voices', 'shapes', 'percussion', 'bass', ...KIT.map(String)];
  rows.forEach(histogram);
  const lengths: number[] = [];
  for (const part of band.parts) {
    for (const n of part.notes) {
      const bar = band.bars.findLast((b) => b.start <= n.start + 20) ?? band.bars[0]!;
      const step = Math.min(
        STEPS - 1,
        Math.max(0, Math.round(((n.start - bar.start) / bar.length) * STEPS) % STEPS),
      );
      const row = rowOf(part.kind);
      if (part.pitched) lengths.push(n.duration / bar.length);
      histogram(row)[step]! += 1 / band.bars.length;
      if (!part.pitched && KIT.includes(n.pitch as never)) {
        histogram(String(n.pitch))[step]! += 1 / band.bars.length;
      }
    }
  }
  const { metre } = band.bars[0]!;
  const mean = lengths.reduce((sum, l) => sum + l, 0) / Math.max(1, lengths.length);
  return [...rows.flatMap((row) => histogram(row)), 4 * mean, metre.length / 480];
}

const distance = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, x, i) => sum + (x - b[i]!) ** 2, 0);

it('nine of ten fresh charts at least', () => {
  const centroids = OURS.styles.all.map((style) => {
    const all = LEARNT.map((bars, i) => features(heard(style, bars, i + 1)));
    return { id: style.id, at: all[0]!.map((_, i) => all.reduce((sum, f) => sum + f[i]!, 0) / all.length) };
  });
  const told = OURS.styles.all.flatMap((style) =>
    FRESH.map((bars, i) => {
      const found = features(heard(style, bars, 100 + i));
      const nearest = centroids.reduce((a, b) => (distance(b.at, found) < distance(a.at, found) ? b : a));
      return [style.id, nearest.id] as const;
    }),
  );
  const wrong = told.filter(([own, nearest]) => own !== nearest).map((pair) => pair.join(' as '));
  expect({ share: wrong.length / told.length <= 0.1, wrong }).toEqual({ share: true, wrong });
});
