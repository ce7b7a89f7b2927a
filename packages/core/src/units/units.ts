/** What numbers count. A unit is a name for a number: it says what is meant, and costs nothing. */

/** Time in a score: 480 a quarter note. From where it is counted (song, occurrence, bar) is said where it stands. */
export type Ticks = number;

/** A key number of MIDI 1.0: 0 to 127, 60 is middle C (C4). */
export type MidiNote = number;

/** A note without its octave: 0 to 11, 0 is C. */
export type PitchClass = number;

/** How hard a note is struck, MIDI 1.0: 1 to 127. */
export type Velocity = number;

/** A distance between pitches in equal temperament; upwards is positive. */
export type Semitones = number;

/** A hundredth of a semitone. */
export type Cents = number;

/** A level, or a difference of levels: 20 · log10 of a ratio of amplitudes. */
export type Decibels = number;

/** Beats a minute: of the metre's counted beat in a song, of quarter notes in a tempo map. */
export type Bpm = number;

/** Which bar of a section or of the song, from 0. */
export type BarIndex = number;

/** Time as it passes. */
export type Seconds = number;
