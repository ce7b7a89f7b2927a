import type { Touch } from '../song/choices';
import type { Chord } from '../theory/chord';
import type { Key } from '../theory/key';
import type { Metre } from '../time/metre';
import type { MidiNote, Ticks, Velocity } from '../units/units';

/** What a note is heard against: one for all notes of a chord. */
export interface NoteContext {
  /** The chord it belongs to; null for none. */
  readonly chord: Chord | null;
  readonly key: Key;
  readonly metre: Metre;
}

/** A note of the band with its papers: ticks from the song's start. */
export interface BandNote {
  /**
   * Where it is written and how long: on the grid, before swing, lean, strum and roll. Scores, editing, comparing and
   * finding chords read this; what sounds are `start` and `duration`.
   */
  readonly at: number;
  readonly length: Ticks;
  readonly start: Ticks;
  readonly duration: Ticks;
  readonly pitch: MidiNote;
  readonly velocity: Velocity;
  /** What it is: root, third, approach to the next root, passing tone, ghost… */
  readonly noteFunction: string;
  /** The chord it belongs to, by its id within the section; null for none. */
  readonly chord: string | null;
  /** Semitones above that chord's root, 0–11; null for percussion. */
  readonly intervalFromRoot: number | null;
  /** How it is touched, where that is more than struck. */
  readonly touch: Touch | null;
  /** The place of the form and its repeat that it is played in. */
  readonly occurrenceKey: string;
  readonly context: NoteContext;
}
