/** Takes beside another part: only where that rests, or around what it plays. */
import type { Band } from '../band/index';
import type { Repertoire } from '../band/repertoire';
import { restsOf } from '../parts/lines/gaps';
import type { BesideHow } from '../song/choices';
import type { Song } from '../song/schema';
import type { NewTake } from '../song/takeSchema';
import type { Stretch } from '../timeline/stretches';
import { keptTake, takeAround, type KeptTakeAsked } from './keep';

/** The part beside which a take is made, by its id, and how. */
export interface Beside {
  readonly part: string;
  readonly how: BesideHow;
}

/** The stretch of bars, or within them where that is asked. */
function stretchOf(band: Band, { stretch, from, to }: KeptTakeAsked): Stretch | null {
  const [first, last] = [band.bars[from], band.bars[to - 1]];
  return stretch ?? (first && last ? { from: first.start, to: last.start + last.length } : null);
}

/**
 * What is asked of a take that fills the gaps of another part.
 * @returns null where that is not there, or leaves no gap in its bars.
 */
export function askedInGaps<A extends KeptTakeAsked>(band: Band, asked: A, part: string): A | null {
  const stretch = stretchOf(band, asked);
  const other = band.parts.find(({ id }) => id === part);
  const gaps = stretch && other ? restsOf(other.notes, stretch) : [];
  return gaps.length ? { ...asked, gaps } : null;
}

/**
 * A take beside another part.
 * @returns null where {@link keptTake} does, where the other part is not there, rests throughout or leaves no gap.
 */
export function takeBeside(
  song: Song,
  repertoire: Repertoire,
  band: Band,
  partId: string,
  asked: KeptTakeAsked,
  { part, how }: Beside,
): NewTake | null {
  if (how === 'in its gaps') {
    const inGaps = askedInGaps(band, asked, part);
    return inGaps && keptTake(song, repertoire, partId, inGaps);
  }
  const stretch = stretchOf(band, asked);
  return stretch && takeAround(song, repertoire, band, partId, { ...asked, stretch }, part);
}
