/** MIDI channels and ports, dealt out where a file is written and nowhere else. */
import { withoutOverlaps } from '../../groove/groove';
import type { Band, BandPart } from '../../band';
import type { BandNote } from '../../band/bandNote';

/** Where a part's track plays: a port (0 the first) and a channel on it, 0–15; people count both from 1. */
export interface Seat {
  readonly port: number;
  readonly channel: number;
}

/** The channel of percussion, 0-based: the tenth as people count. Source: General MIDI 1. */
export const DRUM_CHANNEL = 9;
/** Melodic channels of a port: all but that one. */
const MELODIC = 15;

/** A seat for each part, in order: melodic ones take the channels but that of percussion, then those of further ports; all percussion shares its own. */
export function seatsOf(parts: readonly Pick<BandPart, 'pitched'>[]): Seat[] {
  let melodic = 0;
  return parts.map(({ pitched }) => {
    if (!pitched) return { port: 0, channel: DRUM_CHANNEL };
    const port = Math.floor(melodic / MELODIC);
    const nth = melodic++ % MELODIC;
    return { port, channel: nth < DRUM_CHANNEL ? nth : nth + 1 };
  });
}

/** What a file of so many parts cannot keep apart for every player, as a sentence; null where all is well. */
export function seatTrouble(parts: readonly Pick<BandPart, 'name' | 'pitched'>[]): string | null {
  const seats = seatsOf(parts);
  const further = parts.filter((_, i) => seats[i]!.port > 0).map((p) => p.name);
  return further.length
    ? `A port has ${MELODIC} channels for melodic parts: ${further.join(', ')} stand on a second one. A player that knows one port only will mix their sounds up.`
    : null;
}

/**
 * The notes of each part as they stand in a file: parts that share a channel do not cut each
 * other's notes of the same key.
 */
export function notesBySeat(parts: Band['parts']): (readonly BandNote[])[] {
  const own = parts.map((part) => withoutOverlaps(part.notes));
  const sharing = parts.map((_, i) => i).filter((i) => !parts[i]!.pitched);
  if (sharing.length < 2) return own;
  const together = withoutOverlaps(sharing.flatMap((i) => own[i]!.map((note) => ({ ...note, part: i }))));
  return own.map((notes, i) =>
    sharing.includes(i)
      ? together.filter((n) => n.part === i).map(({ part: _part, ...note }) => note)
      : notes,
  );
}
