/**
 * Ways of touch that a channel has for all of its notes at once, given to some: notes that are bent or damped play on a
 * channel of their own beside their part's, under the same strip. A bend moves its own note only, and a string under the
 * palm sounds dark beside one that rings.
 */
import type { BandNote } from '@backline/core/band/bandNote';
import { CONTROLLER } from '@backline/core/formats/midi/controllers';

export const TOUCH_CHANNELS = ['plain', 'bent', 'damped'] as const;
/** Which of a part's channels a note plays on, by how it is touched. */
export type TouchChannel = (typeof TOUCH_CHANNELS)[number];

const BENT: ReadonlySet<BandNote['touch']> = new Set(['slide up', 'slide down', 'bend', 'grace', 'fall']);
const DAMPED: ReadonlySet<BandNote['touch']> = new Set(['palm', 'dead']);

export const touchChannelOf = ({ touch }: Pick<BandNote, 'touch'>): TouchChannel =>
  BENT.has(touch) ? 'bent' : DAMPED.has(touch) ? 'damped' : 'plain';

/** General MIDI programs, 0-based: a clean electric guitar under the palm has a program of its own. */
const CLEAN = 27;
const MUTED = 28;

/** The program by which a note of a manner sounds. */
export const programIn = (manner: TouchChannel, program: number): number =>
  manner === 'damped' && program === CLEAN ? MUTED : program;

/** Controllers of a manner's channel from the start, in General MIDI's numbers. */
export const CONTROLS: Readonly<
  Record<TouchChannel, readonly (readonly [controller: number, value: number])[]>
> = {
  plain: [],
  bent: [],
  damped: [[CONTROLLER.brightness, 40]],
};

/** Milliseconds that a dead note sounds at most: the string is stopped before it rings. */
export const DEAD = 70;
