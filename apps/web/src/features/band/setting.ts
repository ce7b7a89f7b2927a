import type { Part, Settings, Song } from '@backline/core/song/schema';
import type { Kind } from '@backline/core/parts/kind';
import type { Resolved } from '@backline/core/timeline/settings';

/** A part whose settings are shown: those that hold, and the way to change them where they are for. */
export interface Setting {
  readonly song: Song;
  readonly part: Part;
  readonly kind: Kind;
  /** The section the settings are for, or null for the whole song. */
  readonly sectionId: string | null;
  readonly set: Resolved;
  readonly put: (settings: Settings) => void;
}
