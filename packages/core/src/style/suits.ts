/** Which songs a style suits, by their chords and by the words people have for it. */
import { z } from 'zod';
import { lineSchema, slugSchema } from '../song/fields';

const share = z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]);

const suitsSchema = z.strictObject({
  /** Chords a bar, from and to. */
  chordsABar: z.tuple([z.number().min(0).max(8), z.number().min(0).max(8)]),
  /** Share of chords of four tones and more. */
  sevenths: share,
  /** Share of chords with a root outside the key. */
  chromatic: share,
  /** Share of dominant sevenths, where that says something. */
  dominants: share.optional(),
  mode: z.enum(['major', 'minor']).optional(),
  /** True for songs that go round a few chords. */
  vamp: z.boolean().optional(),
  /** True for songs that take chords early. */
  pushes: z.boolean().optional(),
  /** What people call it, and what they want it for. */
  words: z.array(lineSchema.min(1).max(40)).min(1).max(24),
});

/** What a style suits. */
export type Suits = z.infer<typeof suitsSchema>;

/** What styles suit, by their ids. */
export const suitsFileSchema = z.record(slugSchema, suitsSchema);
