/** A take that joins what a part plays before and after its bars. */
import type { BandNote } from '../band/bandNote';
import type { Repertoire } from '../band/repertoire';
import type { Song } from '../song/schema';
import type { Semitones, Ticks } from '../units/units';
import { takeOf, type TakeAsked, type TakeNote } from './take';

/** A line joins over a sixth at most, semitones; what rests for longer than this begins anew. */
const WIDEST: Semitones = 9;
const RESTS: Ticks = 960;
/** So many tries are made at a take that joins. */
const TRIES = 8;

/** How far a line leaps from one note to the next; nothing where it rests between them, or there is none. */
function leap(before: BandNote | undefined, after: BandNote | undefined): Semitones {
  if (!before || !after || after.at - (before.at + before.length) > RESTS) return 0;
  return Math.abs(after.pitch - before.pitch);
}

/** How far a take lies from what is played beside it, in whole: 0 where both ends join. */
function gapOf(take: readonly TakeNote[], notes: readonly BandNote[], from: Ticks, to: Ticks): Semitones {
  const before = notes.findLast((note) => note.at < from);
  const after = notes.find((note) => note.at >= to);
  const over = (size: Semitones): Semitones => Math.max(0, size - WIDEST);
  return over(leap(before, take[0])) + over(leap(take[take.length - 1], after));
}

/**
 * At which try a take joins what a part plays beside its bars by no more than a sixth: of some the first that does, or
 * the one that comes nearest.
 * @param notes what the part plays, in order of their written places. @param bounds ticks of the take's bars.
 * @returns null where there is no such part, or the bars are not the song's.
 */
export function joiningTry(
  song: Song,
  repertoire: Repertoire,
  partId: string,
  asked: TakeAsked,
  notes: readonly BandNote[],
  [from, to]: readonly [from: Ticks, to: Ticks],
): number | null {
  let best = 0;
  let least = Infinity;
  for (let again = 0; again < TRIES && least > 0; again++) {
    const take = takeOf(song, repertoire, partId, { ...asked, again });
    if (!take) return null;
    const gap = gapOf(take, notes, from, to);
    if (gap < least) [best, least] = [again, gap];
  }
  return best;
}

/** The notes of a take at the try at which it joins best. @returns null as {@link joiningTry} does. */
export function joinedTake(
  song: Song,
  repertoire: Repertoire,
  partId: string,
  asked: TakeAsked,
  notes: readonly BandNote[],
  bounds: readonly [from: Ticks, to: Ticks],
): readonly TakeNote[] | null {
  const again = joiningTry(song, repertoire, partId, asked, notes, bounds);
  return again === null ? null : takeOf(song, repertoire, partId, { ...asked, again });
}
