/** How the sum of all parts is treated. */
import type { Tone } from '@backline/core/song/mix';
import { FLAT } from '../filters/tone';

/** How the master bus is set. */
export interface MasterSetup {
  readonly tone: Tone;
  /** dB. */
  readonly gain: number;
  /** How much the loudest is held together, 0–1. */
  readonly glue: number;
}

export const PLAIN_MASTER: MasterSetup = { tone: FLAT, gain: 0, glue: 0.5 };
