import type { Scope } from '@backline/core/timeline/scopes';
import type { Part, Settings, Song } from '@backline/core/song/schema';
import type { Kind } from '@backline/core/parts/kind';
import type { Resolved } from '@backline/core/timeline/settings';

/** A part whose settings are shown: those that hold, and the way to change them where they are for. */
export interface Setting {
  readonly song: Song;
  readonly part: Part;
  readonly kind: Kind;
  /** What the settings are for: the whole song, a section, or one playing. */
  readonly scope: Scope;
  readonly set: Resolved;
  readonly put: (settings: Settings) => void;
}
