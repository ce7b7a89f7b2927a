import { z } from 'zod';
import { gridsSchema, patternHead, timed } from '../../style/pattern';

/** Single notes of riffs. */
export const RIFF_TONES = ['root', 'fifth', 'seventh', 'octave'] as const;

const guitarEventSchema = z.strictObject({
  ...timed,
  stroke: z.enum(['down', 'up', 'pick']),
  /**
   * Strings struck; for a pick the bass string or the nth highest. `power` is root, fifth and octave on the low
   * strings; a root, fifth, seventh or octave is one note of a riff there.
   */
  strings: z.enum(['all', 'low', 'high', 'bass', '1', '2', '3', '4', 'power', ...RIFF_TONES]),
  muted: z.boolean(),
  /** True under the palm. */
  palm: z.boolean().optional(),
});

export const guitarPatternSchema = z.strictObject({ ...patternHead, grids: gridsSchema(guitarEventSchema) });

/** A stroke or a plucked figure of the guitar. */
export type GuitarEvent = z.infer<typeof guitarEventSchema>;
/** A pattern of strokes, plucked strings or riffs. */
export type GuitarPattern = z.infer<typeof guitarPatternSchema>;
