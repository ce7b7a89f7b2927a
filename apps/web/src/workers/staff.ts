/** A part as it is read, for the page: where it is parted into passages, what stands in them, their documents. */
import type { Band } from '@backline/core/band/index';
import {
  documentOf,
  struckIn,
  writtenPart,
  type Passage,
  type WrittenPart,
} from '@backline/core/formats/musicXml/index';
import { passagesOf } from '@backline/core/formats/musicXml/passages';
import { writtenNoteInWords } from '@backline/core/words/writtenNote';
import type { ReadNote, ReadPassage, StaffWish } from '../shared/staffWish';

const ends = ({ start, duration }: { readonly start: number; readonly duration: number }): number =>
  start + duration;

const readNotes = (written: WrittenPart, passage: Passage): ReadNote[] => {
  const begins = written.band.bars[passage.from]!.start;
  return struckIn(written, passage)
    .filter(({ from }) => from >= begins)
    .map((struck) => ({
      from: struck.from,
      start: Math.min(...struck.notes.map(({ start }) => start)),
      end: Math.max(...struck.notes.map(ends)),
      ...writtenNoteInWords(written, struck),
    }));
};

/** Answers about staves: what was worked out for a part is kept until another part or another band is asked about. */
export function staves(): {
  readonly passages: (band: Band, wish: StaffWish) => readonly ReadPassage[] | null;
  readonly document: (band: Band, wish: StaffWish, passage: Passage) => string | null;
} {
  let last: { readonly band: Band; readonly wish: StaffWish; readonly written: WrittenPart | null } | null =
    null;
  const writtenFor = (band: Band, wish: StaffWish): WrittenPart | null => {
    const isLast =
      last?.band === band && last.wish.staff === wish.staff && last.wish.forInstrument === wish.forInstrument;
    if (!last || !isLast) last = { band, wish, written: writtenPart(band, wish.staff, wish.forInstrument) };
    return last.written;
  };
  return {
    passages(band, wish) {
      const written = writtenFor(band, wish);
      return (
        written && passagesOf(written).map((passage) => ({ ...passage, notes: readNotes(written, passage) }))
      );
    },
    document(band, wish, passage) {
      const written = writtenFor(band, wish);
      // The song may have become shorter since its passages were asked for.
      return written && passage.to <= band.bars.length ? documentOf(written, '', passage) : null;
    },
  };
}
