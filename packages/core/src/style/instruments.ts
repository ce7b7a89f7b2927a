import type { Kind } from '../song/kinds';

/** General MIDI programs offered first for each kind of part, 0-based; any other can be set as well. */
export const USUAL_INSTRUMENTS: Record<Exclude<Kind, 'drums'>, readonly number[]> = {
  bass: [33, 32, 34, 35, 38],
  keys: [0, 1, 4, 5, 16, 18, 21],
  guitar: [25, 24, 26, 27, 29],
  arp: [11, 9, 12, 46, 24, 88, 4],
  strings: [48, 49, 44, 52, 89],
  solo: [73, 66, 65, 56, 71, 40, 22, 26, 68],
};
