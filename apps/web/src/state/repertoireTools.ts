/** What reads and makes styles: it comes in one piece with the styles themselves, after the first load. */
import { LIBRARY } from '@backline/core/library/index';
import { styleFromSong, type KeptAs } from '@backline/core/own/keep';
import type { Repertoire } from '@backline/core/band/repertoire';
import type { Song } from '@backline/core/song/schema';
import type { StyleFile } from '@backline/core/style/schema';

export { bandInWords, canBeKept } from '@backline/core/own/keep';
export { nameOfOwn, readOwn } from '@backline/core/own/read';
export { freeStyleName, ownId, repertoireWith } from '@backline/core/own/repertoire';

/** The band of a song as a style. */
export const keptBand = (song: Song, repertoire: Repertoire, as: KeptAs): StyleFile =>
  styleFromSong(song, repertoire, LIBRARY, as);
