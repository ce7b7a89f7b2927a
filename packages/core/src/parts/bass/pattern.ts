import { z } from 'zod';
import { gridsSchema, patternHead, timed } from '../../style/pattern';

const bassEventSchema = z.strictObject({
  ...timed,
  tone: z.enum(['root', 'third', 'fifth', 'low fifth', 'sixth', 'seventh', 'octave', 'approach', 'ghost']),
  touch: z.enum(['slide up', 'slide down', 'hammer']).optional(),
});

export const bassPatternSchema = z.discriminatedUnion('generator', [
  z.strictObject({ ...patternHead, generator: z.literal('events'), grids: gridsSchema(bassEventSchema) }),
  z.strictObject({ ...patternHead, generator: z.literal('walking') }),
]);

export type BassEvent = z.infer<typeof bassEventSchema>;
export type BassPattern = z.infer<typeof bassPatternSchema>;
