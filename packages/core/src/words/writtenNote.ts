/** What stands on a staff, in words: where it is, what it is called, and why it is there. */
import type { BandNote } from '../band/bandNote';
import type { StaffNote } from '../formats/musicXml/grid';
import type { WrittenPart } from '../formats/musicXml/index';
import type { KeyMove } from '../formats/musicXml/forInstrument';
import { chordFor, writtenPitch, type Staff } from '../formats/musicXml/staff';
import { beatsText } from '../theory/speech';
import { nameIn, noteGlyphs } from '../theory/spelling';
import { barIndexAt } from '../time/bars';

/** Reasons that are more than a degree of the chord (common practice of what such tones are called). */
const REASONS: Readonly<Record<string, string>> = {
  'passing tone': 'passes by a step between its neighbours',
  neighbour: 'a step off the tone before it, which comes back behind it',
  approach: 'a half step beside the tone that it leads to',
  'blue note': 'a blue note: bent against the chord',
  suspension: 'held over into the new chord; it resolves by a step',
  appoggiatura: 'leans on the beat a step beside its tone, then resolves',
  'lead-in': 'leads into the next chord',
  anticipation: 'the next chord’s bass, early',
  ghost: 'a dead note: its rhythm counts, not its pitch',
  'muted stroke': 'struck while the hand mutes the strings',
  'slash bass': 'the bass that the chord asks for',
  ground: 'goes on under every chord',
  frozen: 'as it was when the part was frozen',
};

/** Why a note is there; its chord is called as it stands over the staff. */
function reasonOf({ noteFunction, context: { chord } }: BandNote, move: KeyMove): string {
  const known = REASONS[noteFunction];
  if (known) return known;
  return chord && !chord.exact
    ? `the ${noteFunction} of ${noteGlyphs(chordFor(chord, move).symbol)}`
    : noteFunction;
}

const SIGNS: Readonly<Record<number, string>> = { [-2]: '♭♭', [-1]: '♭', 0: '', 1: '♯', 2: '♯♯' };

/** A tone as it is read; where it is written for its instrument as it sounds as well. */
function nameOf(note: BandNote, staff: Staff, move: KeyMove): string {
  const { pitch, context } = note;
  const { step, alter, octave } = writtenPitch(pitch, context.chord, staff, move);
  const read = `${step}${SIGNS[alter] ?? ''}${octave}`;
  return staff.by ? `${read} (sounds as ${noteGlyphs(nameIn(pitch, context))})` : read;
}

/** What stands at a place of a staff, in words. */
export interface WrittenNoteInWords {
  /** "Bar 3 of Verse, beat 2½": bars of the section and beats are counted from 1. */
  readonly place: string;
  /** A tone each, from low to high: "G4, the third of Em7". */
  readonly tones: readonly string[];
}

/** Where a note is, and what each of its tones is there for. */
export function writtenNoteInWords(
  { band: { bars }, staff }: WrittenPart,
  { from, pitches, notes }: StaffNote,
): WrittenNoteInWords {
  const bar = bars[barIndexAt(bars, from)]!;
  const move = staff.keyOf(bar);
  const beat = bar.beats.findLastIndex((start) => start <= from - bar.start);
  const begins = bar.beats[beat]!;
  const length = (bar.beats[beat + 1] ?? bar.length) - begins;
  const place = beatsText(beat + 1 + (from - bar.start - begins) / length);
  return {
    place: `Bar ${bar.index + 1} of ${bar.section}, beat ${place}`,
    tones: pitches.map((pitch) => {
      const note = notes.find((one) => one.pitch === pitch)!;
      return `${nameOf(note, staff, move)}, ${reasonOf(note, move)}`;
    }),
  };
}
