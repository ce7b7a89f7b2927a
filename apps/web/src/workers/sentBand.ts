/**
 * A band on its way to the page: what the page has already is named, not sent again, and notes go as numbers. Of a
 * note the page gets what it draws and keeps; what else is known of it stays with who made it.
 */
import type { Band, BandBar, BandChord, BandPart } from '@backline/core/band/index';
import type { BandNote } from '@backline/core/band/bandNote';
import { listOf, piecesOf, type Piece } from '@backline/core/memory/pieces';

export type PageNote = Pick<BandNote, 'start' | 'duration' | 'pitch' | 'velocity' | 'playing'>;

/** A part as the page has it. */
export interface PagePart extends Omit<BandPart, 'notes' | 'runs' | 'gestures'> {
  readonly notes: readonly PageNote[];
  /** The same notes run by run, as they came. */
  readonly runs: readonly (readonly PageNote[])[];
}

/** A band as the page has it. */
export interface PageBand extends Omit<Band, 'parts' | 'guide'> {
  readonly parts: readonly PagePart[];
}

/** Numbers of a note: start, duration, pitch, velocity, and which of its run's playings it belongs to. */
const NUMBERS = 5;

interface PackedRun {
  readonly playings: readonly string[];
  readonly numbers: Int32Array<ArrayBuffer>;
}

function packed(notes: readonly BandNote[]): PackedRun {
  const playings: string[] = [];
  const numbers = new Int32Array(notes.length * NUMBERS);
  notes.forEach(({ start, duration, pitch, velocity, playing }, i) => {
    let of = playings.indexOf(playing);
    if (of < 0) of = playings.push(playing) - 1;
    numbers.set([start, duration, pitch, velocity, of], i * NUMBERS);
  });
  return { playings, numbers };
}

const unpacked = ({ playings, numbers }: PackedRun): readonly PageNote[] =>
  Array.from({ length: numbers.length / NUMBERS }, (_, i) => {
    const [start, duration, pitch, velocity, of] = numbers.subarray(i * NUMBERS, (i + 1) * NUMBERS);
    return {
      start: start!,
      duration: duration!,
      pitch: pitch!,
      velocity: velocity!,
      playing: playings[of!]!,
    };
  });

/** A part that is as it was sent before, by its place there. */
interface Same {
  readonly same: number;
}

/** A part of which some runs are as they were: by their places in the one that was sent under a place. */
interface Changed {
  readonly facts: Omit<BandPart, 'notes' | 'runs' | 'gestures'>;
  readonly was: number | null;
  readonly runs: readonly (number | PackedRun)[];
}

export interface SentBand extends Omit<Band, 'parts' | 'guide' | 'bars' | 'chords'> {
  readonly bars: readonly Piece<BandBar>[];
  readonly chords: readonly Piece<BandChord>[];
  readonly parts: readonly (Same | Changed)[];
}

function changedPart(part: BandPart, before: readonly BandPart[]): Changed {
  const { notes: _notes, runs, gestures: _gestures, ...facts } = part;
  const was = before.findIndex(({ id }) => id === part.id);
  const places = new Map(before[was]?.runs.map((run, i) => [run, i]));
  return { facts, was: was < 0 ? null : was, runs: runs.map((run) => places.get(run) ?? packed(run)) };
}

/** What the sender remembers of what it sent. */
export type Sent = Pick<Band, 'parts' | 'bars' | 'chords'>;

/** What has to be sent of a band to who has another one. */
export function sentBand(band: Band, before: Sent | null): SentBand {
  const { guide: _guide, ...rest } = band;
  const parts = before?.parts ?? [];
  const places = new Map(parts.map((part, i) => [part, i]));
  return {
    ...rest,
    bars: piecesOf(before?.bars ?? [], band.bars),
    chords: piecesOf(before?.chords ?? [], band.chords),
    parts: band.parts.map((part) => {
      const same = places.get(part);
      return same === undefined ? changedPart(part, parts) : { same };
    }),
  };
}

/** Buffers of what is sent, which go over without being copied. */
export const buffersOf = ({ parts }: SentBand): ArrayBuffer[] =>
  parts.flatMap((part) =>
    'same' in part ? [] : part.runs.flatMap((run) => (typeof run === 'number' ? [] : [run.numbers.buffer])),
  );

function partOf({ facts, was, runs: sent }: Changed, before: readonly PagePart[]): PagePart {
  const known = was === null ? [] : before[was]!.runs;
  const runs = sent.map((run) => (typeof run === 'number' ? known[run]! : unpacked(run)));
  return { ...facts, runs, notes: ([] as PageNote[]).concat(...runs) };
}

/** The whole band again: what stayed is what the page has. */
export function wholeBand(sent: SentBand, before: PageBand | null): PageBand {
  const parts = before?.parts ?? [];
  return {
    ...sent,
    bars: listOf(before?.bars ?? [], sent.bars),
    chords: listOf(before?.chords ?? [], sent.chords),
    parts: sent.parts.map((part) => ('same' in part ? parts[part.same]! : partOf(part, parts))),
  };
}
