/** A progression as data: chords by degree, so that it fits any key. */
import { z } from 'zod';
import { isReadable } from '../theory/chordGrammar';
import { keyOf } from '../theory/key';
import { readNumeral } from '../theory/numerals';
import { metreSchema, nameSchema } from '../song/fields';

export const GENRES = ['pop', 'folk', 'rock', 'soul', 'blues', 'jazz', 'country', 'hymn', 'film'] as const;
export const MOODS = ['bright', 'warm', 'wistful', 'dark', 'restless', 'calm', 'grand', 'playful'] as const;

/** Words of a bar: numerals, `/` to hold a beat, `%` for the bar before, `N.C.`. */
function readsAsNumerals(bars: string, mode: 'major' | 'minor'): boolean {
  const key = keyOf(mode === 'major' ? 'C' : 'Cm');
  return bars
    .split('|')
    .flatMap((bar) => bar.trim().split(/\s+/))
    .every((word) => {
      const symbol = ['/', '%', 'N.C.'].includes(word)
        ? 'C'
        : readNumeral(word.replace(/^([^{]*)\{.*\}$/, '$1'), key);
      return symbol !== null && isReadable(symbol);
    });
}

export const progressionSchema = z
  .strictObject({
    name: nameSchema,
    /** Bars by roman numerals, with bar lines between: `I | V | vi | IV`. */
    bars: z.string().min(1).max(4000, { abort: true, error: 'A progression has at most 4000 characters.' }),
    mode: z.enum(['major', 'minor']),
    metre: metreSchema,
    genres: z.array(z.enum(GENRES)).max(GENRES.length),
    moods: z.array(z.enum(MOODS)).max(MOODS.length),
  })
  .refine((p) => readsAsNumerals(p.bars, p.mode), 'The chords are not all numerals that can be read.');

/** A chord progression by degrees, with its bars, mode, metre, genre and mood. */
export type Progression = z.infer<typeof progressionSchema>;
/** A genre by which progressions are found. */
export type Genre = (typeof GENRES)[number];
/** A mood by which progressions are found. */
export type Mood = (typeof MOODS)[number];
