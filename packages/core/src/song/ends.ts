/** How a song ends as one value: its last chord, and what is made of the bars before it. */
import equal from 'fast-deep-equal';
import type { Ends, Song } from './schema';

type SongEnding = Pick<Song, 'ending' | 'close'>;

/** How a song ends, all of it in one. */
export const endsOf = ({ ending, close }: SongEnding): Ends => ({ ending, ...close });

/** Whether a song ends just so. */
export const endsSo = (song: SongEnding, ends: Ends): boolean => equal(endsOf(song), ends);
