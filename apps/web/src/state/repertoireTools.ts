/**
 * What reads and makes styles, and what tells of songs in words: it comes in one piece with the styles themselves,
 * after the first load.
 */
import { LIBRARY } from '@backline/core/library/index';
import { styleFromSong, type KeptAs } from '@backline/core/own/keep';
import { playerFromPart } from '@backline/core/own/keepPlayer';
import type { Repertoire } from '@backline/core/band/repertoire';
import type { Part, Song } from '@backline/core/song/schema';
import type { PlayerFile } from '@backline/core/style/player';
import type { StyleFile } from '@backline/core/style/schema';

export { compare } from '@backline/core/told/compare';
export { cueInWords, placeInWords } from '@backline/core/told/cues';
export { liftInWords, liftItems } from '@backline/core/told/lifted';
export { settingsInWords } from '@backline/core/told/set';
export { standing } from '@backline/core/told/standing';
export { tensionBetween, tensionOf } from '@backline/core/told/tension';
export { bandInWords, canBeKept } from '@backline/core/own/keep';
export { nameOfOwn, readOwn } from '@backline/core/own/read';
export { freePlayerName, freeStyleName, ownId, repertoireWith } from '@backline/core/own/repertoire';

/** The band of a song as a style. */
export const keptBand = (song: Song, repertoire: Repertoire, as: KeptAs): StyleFile =>
  styleFromSong(song, repertoire, LIBRARY, as);

/** A part of a song as a player; null where its kind is not at hand. */
export const keptPlayer = (song: Song, part: Part, repertoire: Repertoire, as: KeptAs): PlayerFile | null =>
  playerFromPart(song, part, repertoire, LIBRARY, as);
