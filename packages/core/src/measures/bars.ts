/** What is struck in each bar of a band, so that bars can be held against each other. */
import type { Band, BandBar, BandPart } from '../band/index';
import type { BandNote } from '../band/bandNote';

/** Ticks within which two strikes are one: players are not machines, and swing is not a grid. */
export const TOGETHER = 45;

/** A bar with the notes that begin in it. */
export interface BarNotes {
  readonly bar: BandBar;
  readonly notes: readonly BandNote[];
}

/** The notes that begin in each bar. */
export function notesByBar(band: Band, part: BandPart): BarNotes[] {
  const played = band.bars.map((bar) => ({ bar, notes: [] as BandNote[] }));
  let at = 0;
  for (const note of part.notes) {
    while (at + 1 < played.length && band.bars[at + 1]!.start <= note.start) at++;
    played[at]?.notes.push(note);
  }
  return played;
}

const inOrder = (a: BandNote, b: BandNote): number => a.pitch - b.pitch || a.start - b.start;

/** True where two bars strike the same pitches at the same places, whatever their strength. */
export function soundsAlike(a: BarNotes, b: BarNotes): boolean {
  if (a.notes.length !== b.notes.length) return false;
  const [first, second] = [a, b].map(({ notes }) => [...notes].sort(inOrder)) as [BandNote[], BandNote[]];
  return first.every((note, i) => {
    const other = second[i]!;
    const place = note.start - a.bar.start - (other.start - b.bar.start);
    return note.pitch === other.pitch && Math.abs(place) <= TOGETHER;
  });
}

/** Bars of each playing, by section, in the order they are played. */
export function occurrencesPlayed(played: readonly BarNotes[]): Map<string, BarNotes[][]> {
  const sections = new Map<string, BarNotes[][]>();
  let before = '';
  for (const one of played) {
    const { sectionId, timesPlayed } = one.bar;
    const key = `${sectionId}/${timesPlayed}`;
    const occurrences = sections.get(sectionId) ?? [];
    sections.set(sectionId, occurrences);
    if (key !== before) occurrences.push([]);
    occurrences[occurrences.length - 1]!.push(one);
    before = key;
  }
  return sections;
}
