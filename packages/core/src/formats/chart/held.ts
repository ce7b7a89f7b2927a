/** What holds from one bar to the next while a chart is read: key, metre and tempo, and what is written of them in a section. */
import type { Change, Section } from '../../song/schema';
import { inBeats, inQuarters, metreOf } from '../../time/metre';
import type { BarIndex, Bpm } from '../../units/units';
import type { WrittenTempo } from './headers';

/** What holds from a bar on while the chart is read from top to bottom. */
export interface ReadingState {
  key: string;
  metre: string;
  /** Quarter notes a minute. */
  tempo: Bpm;
  /** A tempo written since the last bar: it counts the beat of the metre at the next one. */
  written: WrittenTempo | null;
}

/** A section while it is read, with what holds in it. */
export interface HeldInSection {
  section: Section;
  /** What holds in the section so far. */
  held: Omit<ReadingState, 'written'>;
  /** The bar at which a gradual change of tempo is over. */
  rampEnd: BarIndex;
}

/** A written tempo as quarter notes a minute; without a note value it counts the metre's beat. */
export const writtenInQuarters = ({ tempo, counted }: WrittenTempo, metre: string): number =>
  inQuarters(tempo, counted === null ? metreOf(metre) : { counted });

/** Writes down what changed against the bar before, or at bar 0 against the song. */
export function noteChange(reading: HeldInSection, running: ReadingState): void {
  const { section, held } = reading;
  const change: Change = { bar: section.bars };
  const metre = metreOf(running.metre);
  const { written } = running;
  const tempo = written ? writtenInQuarters(written, running.metre) : running.tempo;
  if (running.key !== held.key) change.key = running.key;
  if (running.metre !== held.metre) change.metre = running.metre;
  if (tempo !== held.tempo || (written && section.bars < reading.rampEnd)) {
    change.tempo = inBeats(tempo, metre);
    if (written?.over) change.over = written.over;
    reading.rampEnd = section.bars + (written?.over ?? 0);
  }
  if (Object.keys(change).length > 1) section.changes.push(change);
  Object.assign(held, { key: running.key, metre: running.metre, tempo });
}

/** A written tempo holds on from its bar. */
export function settle(running: ReadingState): void {
  if (!running.written) return;
  running.tempo = writtenInQuarters(running.written, running.metre);
  running.written = null;
}
