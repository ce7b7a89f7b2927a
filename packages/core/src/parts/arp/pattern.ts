import { z } from 'zod';
import { STEP_ORDERS } from '../../song/choices';
import { STEPS } from '../../song/settings/steps';
import { exactLength, patternHead, timeSchema, type Grid, type TimedEvent } from '../../style/pattern';

export const arpPatternSchema = z.strictObject({
  ...patternHead,
  order: STEPS.order.schema,
  octaves: STEPS.octaves.schema,
  accentEvery: STEPS.accentEvery.schema,
  rests: STEPS.rests.schema,
  /** Quarter notes from step to step: 0.5, 1/3, 0.25, 0.75… */
  rate: timeSchema(0.125, 4, exactLength),
  /** Sounding share of a step. */
  gate: z.number().min(0.1).max(2),
  /** The order where a phrase turns. */
  turn: z.enum(STEP_ORDERS).optional(),
});

/** A pattern of steps through the tones of a chord. */
export type ArpPattern = z.infer<typeof arpPatternSchema> & {
  /** Where another part's pattern strikes, when it is played in that part's rhythm: no file has them. */
  readonly strokes?: readonly Grid<TimedEvent>[];
};
