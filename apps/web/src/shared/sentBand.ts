/**
 * A band on its way to the page: what the page has already is named, not sent again, and notes go as numbers. Of a
 * note the page gets what it draws and keeps; what else is known of it stays with who made it.
 */
import type { Band, BandBar, BandChord, BandPart } from '@backline/core/band/index';
import type { BandNote } from '@backline/core/band/bandNote';
import { listOf, piecesOf, type ListPiece } from '@backline/core/memo/pieces';

export type PageNote = Pick<BandNote, 'start' | 'duration' | 'pitch' | 'velocity' | 'occurrenceKey'>;

/** A part as the page has it. */
export interface PagePart extends Omit<BandPart, 'notes' | 'groups' | 'gestures'> {
  readonly notes: readonly PageNote[];
  /** The same notes group by group, as they came. */
  readonly groups: readonly (readonly PageNote[])[];
}

/** A band as the page has it. */
export interface PageBand extends Omit<Band, 'parts' | 'guide'> {
  readonly parts: readonly PagePart[];
}

/** Numbers of a note: start, duration, pitch, velocity, and which of the occurrences of its group it belongs to. */
const NUMBERS = 5;

interface PackedGroup {
  readonly keys: readonly string[];
  readonly numbers: Int32Array<ArrayBuffer>;
}

function packed(notes: readonly BandNote[]): PackedGroup {
  const keys: string[] = [];
  const numbers = new Int32Array(notes.length * NUMBERS);
  notes.forEach(({ start, duration, pitch, velocity, occurrenceKey }, i) => {
    let of = keys.indexOf(occurrenceKey);
    if (of < 0) of = keys.push(occurrenceKey) - 1;
    numbers.set([start, duration, pitch, velocity, of], i * NUMBERS);
  });
  return { keys, numbers };
}

const unpacked = ({ keys, numbers }: PackedGroup): readonly PageNote[] =>
  Array.from({ length: numbers.length / NUMBERS }, (_, i) => {
    const [start, duration, pitch, velocity, of] = numbers.subarray(i * NUMBERS, (i + 1) * NUMBERS);
    return {
      start: start!,
      duration: duration!,
      pitch: pitch!,
      velocity: velocity!,
      occurrenceKey: keys[of!]!,
    };
  });

/** A part that is as it was sent before, by its place there. */
interface Same {
  readonly same: number;
}

/** A part of which some groups are as they were: by their places in the one that was sent under a place. */
interface Changed {
  readonly facts: Omit<BandPart, 'notes' | 'groups' | 'gestures'>;
  readonly was: number | null;
  readonly groups: readonly (number | PackedGroup)[];
}

export interface SentBand extends Omit<Band, 'parts' | 'guide' | 'bars' | 'chords'> {
  readonly bars: readonly ListPiece<BandBar>[];
  readonly chords: readonly ListPiece<BandChord>[];
  readonly parts: readonly (Same | Changed)[];
}

function changedPart(part: BandPart, before: readonly BandPart[]): Changed {
  const { notes: _notes, groups, gestures: _gestures, ...facts } = part;
  const was = before.findIndex(({ id }) => id === part.id);
  const places = new Map(before[was]?.groups.map((group, i) => [group, i]));
  return {
    facts,
    was: was < 0 ? null : was,
    groups: groups.map((group) => places.get(group) ?? packed(group)),
  };
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
    'same' in part
      ? []
      : part.groups.flatMap((group) => (typeof group === 'number' ? [] : [group.numbers.buffer])),
  );

function partOf({ facts, was, groups: sent }: Changed, before: readonly PagePart[]): PagePart {
  const known = was === null ? [] : before[was]!.groups;
  const groups = sent.map((group) => (typeof group === 'number' ? known[group]! : unpacked(group)));
  return { ...facts, groups, notes: ([] as PageNote[]).concat(...groups) };
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
