/** What bars and notes are called in a document, so that they are known again where it is engraved. */
import type { BarIndex, MidiNote, Ticks } from '../../units/units';

/** What a bar is called in a document: by its place in the song. */
export const barId = (bar: BarIndex): string => `b${bar}`;

/** What a note is called in a document: by where it is struck, ticks, and by its pitch as it sounds; the tones tied to it by where they stand as well. */
export const noteId = (from: Ticks, pitch: MidiNote, at: Ticks): string =>
  `n${from}-${pitch}${at === from ? '' : `-${at}`}`;

/** Where the note of an id is struck, ticks; null where it is no note's. */
export function struckOf(id: string): Ticks | null {
  const [, from] = /^n(\d+)-\d+(?:-\d+)?$/.exec(id) ?? [];
  return from === undefined ? null : Number(from);
}
