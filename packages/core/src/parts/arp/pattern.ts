import { z } from 'zod';
import { MOST_OCTAVES, MOST_ACCENT, MOST_STEPS, STEP_ORDERS } from '../../song/choices';
import { patternHead, type Grid, type Timed } from '../../style/pattern';

export const arpPatternSchema = z.strictObject({
  ...patternHead,
  order: z.enum(STEP_ORDERS),
  octaves: z.number().int().min(1).max(MOST_OCTAVES),
  /** Quarter notes from step to step: 0.5, 1/3, 0.25, 0.75… */
  rate: z.number().min(0.125).max(4),
  /** Sounding share of a step. */
  gate: z.number().min(0.1).max(2),
  /** Every nth step is accented; 0 none. */
  accentEvery: z.number().int().min(0).max(MOST_ACCENT),
  /** Step numbers within a bar that rest. */
  rests: z
    .array(
      z
        .number()
        .int()
        .min(0)
        .max(MOST_STEPS - 1),
    )
    .max(MOST_STEPS),
  /** The order where a phrase turns. */
  turn: z.enum(STEP_ORDERS).optional(),
});

export type ArpPattern = z.infer<typeof arpPatternSchema> & {
  /** Where another part's pattern strikes, when it is played in that part's rhythm: no file has them. */
  readonly strokes?: readonly Grid<Timed>[];
};
