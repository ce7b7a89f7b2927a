import type { Touch } from '../parts/note';

/** A note of the band with its papers: ticks from the song's start, after groove. */
export interface BandNote {
  readonly start: number;
  readonly duration: number;
  readonly pitch: number;
  readonly velocity: number;
  /** What it is: root, third, approach to the next root, passing tone, ghost… */
  readonly why: string;
  /** The chord it belongs to, by its id within the section; null for none. */
  readonly chord: string | null;
  /** Semitones above that chord's root, 0–11; null for percussion. */
  readonly against: number | null;
  /** How it is touched, where that is more than struck. */
  readonly touch: Touch | null;
  /** The place of the form and its repeat that it is played in. */
  readonly playing: string;
}
