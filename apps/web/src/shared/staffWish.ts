/** What is read or taken away as notation: one part, as it sounds or as its instrument reads it. */
import type { Passage } from '@backline/core/formats/musicXml/index';
import type { WrittenNoteInWords } from '@backline/core/words/writtenNote';

export interface StaffWish {
  readonly staff: string;
  readonly forInstrument: boolean;
}

/** What stands at a place of a staff: where it is struck as written, and when it sounds; ticks. */
export interface ReadNote extends WrittenNoteInWords {
  readonly from: number;
  readonly start: number;
  readonly end: number;
}

/** Bars that are engraved at one go, with what stands in them. */
export interface ReadPassage extends Passage {
  readonly notes: readonly ReadNote[];
}
