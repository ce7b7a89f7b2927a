/** How a song ends as one value: its last chord, and what is made of the bars before it. */
import equal from 'fast-deep-equal';
import type { Ends, Song } from './schema';

type Ending = Pick<Song, 'ending' | 'close'>;

export const endsOf = ({ ending, close }: Ending): Ends => ({ ending, ...close });

export const endsSo = (song: Ending, ends: Ends): boolean => equal(endsOf(song), ends);
