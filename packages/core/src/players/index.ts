/** Players that are shipped: soloists, each with an instrument and habits of their own. Checked as they are read. */
import { KINDS } from '../parts';
import { LIBRARY } from '../patternLibrary';
import { readPlayer, type PlayerFile } from '../style/player';
import soloists from './soloists.json' with { type: 'json' };

/** The soloists that are shipped, in the order in which they are offered. */
export const SOLOISTS: readonly PlayerFile[] = soloists.map((document) => {
  const { player, trouble } = readPlayer(document, KINDS, LIBRARY);
  if (!player) throw new Error(`${document.id}: ${trouble}`);
  return player;
});
