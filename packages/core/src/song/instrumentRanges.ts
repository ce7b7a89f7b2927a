/** What instruments can play, and where they play best: sounding pitches, MIDI numbers. The table names its sources. */
import type { MidiNote, Semitones } from '../units/units';
import table from './instrumentRanges.json' with { type: 'json' };

/** What an instrument can play. */
export interface InstrumentRange {
  /** Lowest and highest pitch it has. */
  readonly range: readonly [low: MidiNote, high: MidiNote];
  /** Where lines lie well on it. */
  readonly best: readonly [low: MidiNote, high: MidiNote];
  /** How far above what sounds it is written. */
  readonly written: Semitones;
}

const byProgram = new Map<number, InstrumentRange>(
  table.instruments.flatMap(({ programs, range, best, written }) =>
    programs.map((program) => [
      program,
      { range: [range[0]!, range[1]!], best: [best[0]!, best[1]!], written } satisfies InstrumentRange,
    ]),
  ),
);

const USUAL: InstrumentRange = {
  range: [table.usual.range[0]!, table.usual.range[1]!],
  best: [table.usual.best[0]!, table.usual.best[1]!],
  written: table.usual.written,
};

/** What a General MIDI program, from 0, can play; of one that no instrument stands for, what most can. */
export const rangeOfInstrument = (program: number): InstrumentRange => byProgram.get(program) ?? USUAL;

/** A line moves through so much of an instrument, semitones: an octave and a third (common practice). */
export const LINE_SPAN: Semitones = 16;

/**
 * Where a line lies on an instrument: in the upper part of its best octaves, where it is heard through a band.
 * @param octave by how many octaves the writer has moved it.
 */
export function lineRange(program: number, octave: number): readonly [low: MidiNote, high: MidiNote] {
  const { range, best } = rangeOfInstrument(program);
  const high = Math.min(range[1], Math.max(range[0] + LINE_SPAN, best[1] + 12 * octave));
  return [Math.max(range[0], high - LINE_SPAN), high];
}
