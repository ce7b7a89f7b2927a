import type { UserStyleDocument } from '@backline/core/userStyles/wire';
import type { Song } from '@backline/core/song/schema';

/** A song, and the writer's own styles, patterns and players that it may play by. */
export interface Playable {
  readonly song: Song;
  readonly own: readonly UserStyleDocument[];
}
