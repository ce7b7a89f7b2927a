/** What lies in a bar, value by value: what sounds, what goes on into it, and what rests between. */
import type { BandBar } from '../../band/index';
import type { Ticks } from '../../units/units';
import type { BarGrid, StaffNote } from './grid';
import { valuesOf, type NoteValue } from './values';

/** What goes on from one value to the next, of a note or a rest. */
export interface NotePiece {
  readonly value: NoteValue;
  readonly at: Ticks;
  readonly struck: StaffNote | null;
  readonly isTiedFrom: boolean;
  readonly isTiedTo: boolean;
}

/** The values of a bar in order: what sounds, what goes on into it, and what rests between. */
export function notePieces(bar: BandBar, grid: BarGrid, struck: readonly StaffNote[]): NotePiece[] {
  const beats = [...bar.beats, bar.length];
  const end = bar.start + bar.length;
  const pieces: NotePiece[] = [];
  let at = 0;
  const put = (to: Ticks, own: StaffNote | null): void => {
    const values = valuesOf(at, to, grid, beats);
    values.forEach((value, i) => {
      pieces.push({
        value,
        at,
        struck: own,
        isTiedFrom: own !== null && (i > 0 || own.from < bar.start + at),
        isTiedTo: own !== null && (i < values.length - 1 || own.to > bar.start + at + value.length),
      });
      at += value.length;
    });
  };
  for (const own of struck) {
    const from = Math.max(0, own.from - bar.start);
    if (from > at) put(from, null);
    put(Math.min(end, own.to) - bar.start, own);
  }
  if (at < bar.length) put(bar.length, null);
  return pieces;
}
