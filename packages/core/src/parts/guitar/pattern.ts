import { z } from 'zod';
import { gridsSchema, patternHead, timed } from '../../style/pattern';

const guitarEventSchema = z.strictObject({
  ...timed,
  stroke: z.enum(['down', 'up', 'pick']),
  /** Strings struck; for a pick the bass string or the nth highest. */
  strings: z.enum(['all', 'low', 'high', 'bass', '1', '2', '3', '4']),
  muted: z.boolean(),
});

export const guitarPatternSchema = z.strictObject({ ...patternHead, grids: gridsSchema(guitarEventSchema) });

export type GuitarEvent = z.infer<typeof guitarEventSchema>;
export type GuitarPattern = z.infer<typeof guitarPatternSchema>;
