/** What patterns and styles are looked for by. */
import type { PatternFeel } from '../style/pattern';

/** What is asked for; what is left out is not asked. */
export interface SearchCriteria {
  readonly words?: string;
  readonly feel?: PatternFeel;
  readonly genre?: string;
  /** 1 to 5. */
  readonly energy?: number;
  /** Of players: a General MIDI program, 0-based. */
  readonly instrument?: number;
}
