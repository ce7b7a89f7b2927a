/** Beams: notes of one beat that are shorter than a quarter are written together (common practice). */
import type { Ticks } from '../../units/units';
import { element, type Element } from './elements';
import type { NotePiece } from './pieces';

/** Beams by the type of a note: one for eighths, one more for each half of that. */
const BEAMS: Readonly<Record<string, number>> = { eighth: 1, '16th': 2, '32nd': 3, '64th': 4 };

const beamsOf = (piece: NotePiece | undefined): number =>
  piece?.struck ? (BEAMS[piece.value.type] ?? 0) : 0;

/**
 * The beams of a note, outermost first; none for a rest, or where it stands alone in its beat.
 * @param beats where the beats of its bar begin, ticks from its start.
 */
export function beamElements(
  pieces: readonly NotePiece[],
  index: number,
  beats: readonly Ticks[],
): Element[] {
  const beatOf = (piece: NotePiece | undefined): number =>
    piece ? beats.findLastIndex((start) => start <= piece.at) : -1;
  const own = pieces[index]!;
  const beat = beatOf(own);
  const beside = (way: 1 | -1): number => {
    const other = pieces[index + way];
    return beatOf(other) === beat ? beamsOf(other) : 0;
  };
  const [before, after] = [beside(-1), beside(1)];
  if (!before && !after) return [];
  return Array.from({ length: beamsOf(own) }, (_, level) => {
    const [comes, goes] = [before > level, after > level];
    const alone = after ? 'forward hook' : 'backward hook';
    const type = comes && goes ? 'continue' : comes ? 'end' : goes ? 'begin' : alone;
    return element('beam', type, { number: level + 1 });
  });
}
