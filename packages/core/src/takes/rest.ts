import type { CompPlace, NewTake } from '../song/takeSchema';

/** A take in which the part rests: silence is kept like anything else. */
export const restIn = (places: readonly CompPlace[]): NewTake => ({
  name: 'Rest',
  seed: 0,
  pieces: places.map(({ section, entry, repeat, from, to }) => ({
    section,
    entry,
    repeat,
    from,
    to,
    chords: [],
    notes: [],
  })),
});
