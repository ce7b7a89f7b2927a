import type { Settings } from '@backline/core/song/schema';

/** What is asked of new takes. */
export interface Asked {
  /** The player that new takes are asked of; null for the part as it is set. */
  readonly player: string | null;
  /** The kind of part that player is of, where it is another than the part's: it steps out and solos. */
  readonly kind: string | null;
  /** How new takes are played, over what is set. */
  readonly settings: Settings;
}
