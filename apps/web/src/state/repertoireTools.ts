/**
 * What reads and makes styles and progressions, and what tells of songs in words: it comes in one piece with the styles
 * themselves, after the first load.
 */
import { LIBRARY } from '@backline/core/patternLibrary/index';
import { styleFromSong, type KeptAs } from '@backline/core/userStyles/keep';
import { playerFromPart } from '@backline/core/userStyles/keepPlayer';
import type { Repertoire } from '@backline/core/band/repertoire';
import type { Part, Song } from '@backline/core/song/schema';
import type { PlayerFile } from '@backline/core/style/player';
import type { StyleFile } from '@backline/core/style/schema';

export {
  barCount,
  barsOfClip,
  fitProgression,
  progressionOf,
  searchProgressions,
} from '@backline/core/progressions/fit';
export { compare } from '@backline/core/words/compare';
export { cueInWords, placeInWords } from '@backline/core/words/cues';
export { liftInWords, liftItems } from '@backline/core/words/lifted';
export { settingsInWords } from '@backline/core/words/set';
export { songInWords as standing } from '@backline/core/words/standing';
export { tensionBetween, tensionOf } from '@backline/core/words/tension';
export { bandInWords, canBeKept } from '@backline/core/userStyles/keep';
export { nameOfUserDocument as nameOfOwn, readUserDocument as readOwn } from '@backline/core/userStyles/read';
export {
  freePlayerName,
  freeStyleName,
  userStyleId as ownId,
  repertoireWith,
} from '@backline/core/userStyles/repertoire';

/** The band of a song as a style. */
export const keptBand = (song: Song, repertoire: Repertoire, as: KeptAs): StyleFile =>
  styleFromSong(song, repertoire, LIBRARY, as);

/** A part of a song as a player; null where its kind is not at hand. */
export const keptPlayer = (song: Song, part: Part, repertoire: Repertoire, as: KeptAs): PlayerFile | null =>
  playerFromPart(song, part, repertoire, LIBRARY, as);
