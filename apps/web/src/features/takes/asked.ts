import type { Settings } from '@backline/core/song/schema';
import type { Beside } from '@backline/core/takes/beside';

/** What is asked of new takes. */
export interface Asked {
  /** The player that new takes are asked of; null for the part as it is set. */
  readonly player: string | null;
  /** The kind of part that player is of, where it is another than the part's: it steps out and solos. */
  readonly kind: string | null;
  /** How new takes are played, over what is set: as the player does, and over that what the writer wants. */
  readonly settings: Settings;
  /** What of that the writer wants: it stays where another player is asked. */
  readonly wanted: Settings;
  /** The part beside which they are played; null where they go their own way. */
  readonly beside: Beside | null;
}
