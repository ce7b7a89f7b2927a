import { z } from 'zod';
import { gridsSchema, patternHead, timed } from '../../style/pattern';

const droneEventSchema = z.strictObject({
  ...timed,
  /** Of the two tones it holds: the key's tonic, its fifth, or the tonic an octave higher. */
  tone: z.enum(['tonic', 'fifth', 'octave']),
});

export const dronePatternSchema = z.strictObject({ ...patternHead, grids: gridsSchema(droneEventSchema) });

export type DroneEvent = z.infer<typeof droneEventSchema>;
export type DronePattern = z.infer<typeof dronePatternSchema>;
