import { z } from 'zod';
import { patternHead } from '../../style/pattern';

const ORDERS = ['up', 'down', 'up-down', 'as voiced', 'converging', 'random'] as const;

export const arpPatternSchema = z.strictObject({
  ...patternHead,
  order: z.enum(ORDERS),
  octaves: z.number().int().min(1).max(4),
  /** Quarter notes from step to step: 0.5, 1/3, 0.25, 0.75… */
  rate: z.number().min(0.125).max(4),
  /** Sounding share of a step. */
  gate: z.number().min(0.1).max(2),
  /** Every nth step is accented. */
  accentEvery: z.number().int().min(1).max(16),
  /** Step numbers within a bar that rest. */
  rests: z.array(z.number().int().min(0).max(63)).max(64),
  /** The order where a phrase turns. */
  turn: z.enum(ORDERS).optional(),
});

export type ArpPattern = z.infer<typeof arpPatternSchema>;
