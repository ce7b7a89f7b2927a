/** What is moved on the mix is heard at once; the song takes it where it comes to rest. */
import { USUAL_MASTER } from '@backline/core/song/create';
import type { MasterMix, Mix, Song } from '@backline/core/song/schema';
import { masterOf } from '@backline/sound/mixer/mix';
import { player } from '../../audio/player';

export const hearMix = (song: Song, id: string, moved: Partial<Mix>): void =>
  player.setMix(song.parts.map((p) => (p.id === id ? { ...p, mix: { ...p.mix, ...moved } } : p)));

export const hearMaster = (song: Song, moved: Partial<MasterMix>): void =>
  player.setMaster(masterOf({ ...USUAL_MASTER, ...song.master, ...moved }));

/** The song with other levels and another gain, heard and not set. */
export function hearLevels(song: Song, levels: ReadonlyMap<string, number>, gain: number): void {
  player.setMix(song.parts.map((p) => ({ ...p, mix: { ...p.mix, level: levels.get(p.id) ?? p.mix.level } })));
  hearMaster(song, { gain });
}
