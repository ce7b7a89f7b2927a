/** Leaps in a line: a wide one turns back by a step or a third, or is made smaller (common practice). */
import type { MidiNote } from '../../units/units';

/** A leap wider than a fourth wants to turn back. Semitones. */
const WIDE = 5;
/** How far a turn goes back, and how far the line may go on from it. */
const TURN = 4;

/** Which tones may stand at a place of the line. */
export type Allowed = (index: number, pitch: MidiNote) => boolean;

const isWide = (from: number, to: number): boolean => Math.abs(to - from) > WIDE;

/** The nearest allowed tone a step or a third back from a leap, from which the line goes on without another. */
function turnAfter(line: readonly number[], i: number, allowed: Allowed): number | null {
  const back = -Math.sign(line[i]! - line[i - 1]!);
  const following = line[i + 2];
  for (let size = 1; size <= TURN; size++) {
    const pitch = line[i]! + back * size;
    const goesOn = following === undefined || (!isWide(pitch, following) && pitch !== following);
    if (allowed(i + 1, pitch) && goesOn) return pitch;
  }
  return null;
}

/** The allowed tone nearest to where the leap went that is no wide leap from either side. */
function nearerThan(line: readonly number[], i: number, allowed: Allowed): number | null {
  const before = line[i - 1]!;
  const after = line[i + 1]!;
  for (let size = WIDE; size > 0; size--) {
    const pitch = before + Math.sign(line[i]! - before) * size;
    if (allowed(i, pitch) && !isWide(pitch, after) && pitch !== after) return pitch;
  }
  return null;
}

/** A line whose wide leaps turn back; where neither a turn nor a smaller leap is allowed it stays as it was. */
export function turnBack(line: readonly number[], allowed: Allowed): number[] {
  const turned = [...line];
  for (let i = 1; i + 1 < turned.length; i++) {
    const leap = turned[i]! - turned[i - 1]!;
    const next = turned[i + 1]! - turned[i]!;
    if (Math.abs(leap) <= WIDE || (next * leap < 0 && Math.abs(next) <= TURN)) continue;
    const turn = turnAfter(turned, i, allowed);
    if (turn !== null) {
      turned[i + 1] = turn;
      continue;
    }
    const nearer = nearerThan(turned, i, allowed);
    if (nearer !== null) turned[i] = nearer;
  }
  return turned;
}
