/**
 * One part of a band as MusicXML: its notes by where they are written, the chords over them, sections, tempo and key.
 * Ticks are its divisions, {@link PPQ} to a quarter. Percussion has no pitches to write.
 */
import type { Band, BandPart } from '../../band/index';
import type { BarIndex } from '../../units/units';
import { element } from './elements';
import { onStaffGrid, type BarGrid, type StaffNote } from './grid';
import { measureOf } from './measure';
import { staffOf, type Staff } from './staff';

/** What is written of a part. */
export interface StaffAsked {
  readonly title: string;
  /** True where it is written for its instrument: a tenor saxophone a ninth higher than it sounds. */
  readonly forInstrument: boolean;
}

/** A part as it is read: on its staff, its notes on the grid on which they are written. */
export interface WrittenPart {
  readonly band: Band;
  readonly part: BandPart;
  readonly staff: Staff;
  readonly grids: readonly BarGrid[];
  readonly struck: readonly StaffNote[];
}

/** Bars of a song, the last one not included. */
export interface Passage {
  readonly from: BarIndex;
  readonly to: BarIndex;
}

/**
 * A part as it is read.
 * @returns null where there is no such part, it has no pitches to write, or the song has no bars.
 */
export function writtenPart(band: Band, partId: string, forInstrument: boolean): WrittenPart | null {
  const part = band.parts.find(({ id }) => id === partId);
  if (!part?.pitched || !band.bars.length) return null;
  return { band, part, staff: staffOf(part, forInstrument), ...onStaffGrid(part.notes, band.bars) };
}

/** What of a part is struck in a passage or held into it. */
export function struckIn({ band: { bars }, struck }: WrittenPart, { from, to }: Passage): StaffNote[] {
  const [start, end] = [bars[from]!.start, bars[to - 1]!.start + bars[to - 1]!.length];
  return struck.filter((note) => note.from < end && note.to > start);
}

const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n';

/** Bars of a part as a MusicXML document that can be read by itself. */
export function documentOf(written: WrittenPart, title: string, { from, to }: Passage): string {
  const { band, part, staff, grids } = written;
  const within = struckIn(written, { from, to });
  const measures = band.bars.slice(from, to).map((bar, i) => {
    const number = from + i;
    const end = bar.start + bar.length;
    return measureOf({
      bar,
      before: band.bars[number - 1],
      number,
      isFirst: i === 0,
      isLast: number === band.bars.length - 1,
      grid: grids[number]!,
      struck: within.filter((note) => note.from < end && note.to > bar.start),
      chords: band.chords.filter(({ start }) => start >= bar.start && start < end),
      staff,
    });
  });
  return (
    HEAD +
    element(
      'score-partwise',
      [
        element('work', [element('work-title', title)]),
        element('part-list', [
          element('score-part', [element('part-name', part.name, { 'print-object': 'no' })], { id: 'P1' }),
        ]),
        element('part', measures, { id: 'P1' }),
      ],
      { version: '4.0' },
    ) +
    '\n'
  );
}

/**
 * A part as a MusicXML document.
 * @returns null where there is no such part, it has no pitches to write, or the song has no bars.
 */
export function musicXmlOf(band: Band, partId: string, { title, forInstrument }: StaffAsked): string | null {
  const written = writtenPart(band, partId, forInstrument);
  return written && documentOf(written, title, { from: 0, to: band.bars.length });
}
