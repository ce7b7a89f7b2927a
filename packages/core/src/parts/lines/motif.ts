/** A motif: a short rhythm with its contour, which comes back in one form or another. */
import { choose, type Stream } from '../../random/stream';
import type { Development } from './habits';
import { struckBy, type LineCell, type Struck } from './cells';
import type { Semitones } from '../../units/units';

/** A rhythm with the way it goes. */
export interface Motif {
  readonly struck: readonly Struck[];
  /** Beats of a line that it takes. */
  readonly beats: number;
  /** Where each of its notes stands against the first. */
  readonly contour: readonly Semitones[];
}

/** Ways a motif goes from one note to the next, semitones, by their weight: mostly steps, some thirds, few fourths. */
const WAYS = [
  { by: 2, weight: 4 },
  { by: 3, weight: 2 },
  { by: 5, weight: 1 },
] as const;
/** How far a motif strays from where it began before it turns. */
const STRAYS = 5;

function contourOf(notes: number, next: Stream): number[] {
  const contour = [0];
  let up = next() < 0.6 ? 1 : -1;
  while (contour.length < notes) {
    const at = contour[contour.length - 1]!;
    if (at * up >= STRAYS || next() < 0.3) up = -up;
    contour.push(at + up * choose(next, WAYS, (w) => w.weight).by);
  }
  return contour;
}

/** A motif over cells, its contour drawn. */
export function motifOf(cells: readonly LineCell[], next: Stream): Motif {
  const struck = struckBy(cells);
  const beats = cells.reduce((sum, cell) => sum + cell.beats, 0);
  return { struck, beats, contour: contourOf(struck.length, next) };
}

/** A motif that ends otherwise: its last step goes the other way. */
function answered({ contour, ...motif }: Motif): Motif {
  const [before = 0, last = 0] = contour.slice(-2);
  return { ...motif, contour: [...contour.slice(0, -1), contour.length > 1 ? 2 * before - last : last] };
}

/** A motif as it is told this time; moved it stays as it is, for it is told from another tone. */
export function developed(motif: Motif, how: Development | 'stated'): Motif {
  if (how === 'turned') return { ...motif, contour: motif.contour.map((height) => -height || 0) };
  if (how === 'answered') return answered(motif);
  if (how !== 'stretched') return motif;
  return {
    ...motif,
    beats: 2 * motif.beats,
    struck: motif.struck.map(([at, length]): Struck => [2 * at, 2 * length]),
  };
}

/** The first beats of a motif. */
export function headOf(motif: Motif, beats: number): Motif {
  if (motif.beats <= beats) return motif;
  const struck = motif.struck.filter(([at]) => at < beats);
  return { beats, struck, contour: motif.contour.slice(0, struck.length) };
}
