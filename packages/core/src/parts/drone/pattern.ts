import { z } from 'zod';
import { gridsSchema, patternHead, timed } from '../../style/pattern';

const droneEventSchema = z.strictObject({
  ...timed,
  /** Of the two tones it holds: the key's tonic, its fifth, or the tonic an octave higher. */
  tone: z.enum(['tonic', 'fifth', 'octave']),
});

export const dronePatternSchema = z.strictObject({ ...patternHead, grids: gridsSchema(droneEventSchema) });

/** A note of a drone, by what it holds to. */
export type DroneEvent = z.infer<typeof droneEventSchema>;
/** A pattern of held ground tones. */
export type DronePattern = z.infer<typeof dronePatternSchema>;
