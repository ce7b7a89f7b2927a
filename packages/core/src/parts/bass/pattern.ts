import { z } from 'zod';
import { gridsSchema, patternHead, timed } from '../../style/pattern';

/** `next root` is the bass of the chord that comes next, held over the change, and the root where none comes. */
const bassEventSchema = z.strictObject({
  ...timed,
  tone: z.enum([
    'root',
    'third',
    'fifth',
    'low fifth',
    'sixth',
    'seventh',
    'octave',
    'approach',
    'next root',
    'ghost',
  ]),
  touch: z.enum(['slide up', 'slide down', 'hammer']).optional(),
});

export const bassPatternSchema = z.discriminatedUnion('generator', [
  z.strictObject({ ...patternHead, generator: z.literal('events'), grids: gridsSchema(bassEventSchema) }),
  z.strictObject({ ...patternHead, generator: z.literal('walking') }),
]);

/** A note of a bass pattern, by its degree. */
export type BassEvent = z.infer<typeof bassEventSchema>;
/** A pattern of the bass, or a walking line. */
export type BassPattern = z.infer<typeof bassPatternSchema>;
