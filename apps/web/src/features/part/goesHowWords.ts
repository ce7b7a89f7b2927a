import type { GoesHow } from '@backline/core/song/choices';

/** How a part goes with another, as it is chosen. */
export const GOES_HOW_WORDS: Readonly<Record<GoesHow, string>> = {
  'in its gaps': 'Fills its gaps',
  'third below': 'A third below',
  'third above': 'A third above',
  'sixth below': 'A sixth below',
  'octave below': 'An octave below',
  'chord tone below': 'A chord tone below',
  block: 'A block under it',
};
