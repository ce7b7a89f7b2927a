import { z } from 'zod';
import { gridsSchema, patternHead, timed } from '../../style/pattern';

const keysEventSchema = z.strictObject({
  ...timed,
  hand: z.enum(['left', 'right']),
  /** Right hand: the whole voicing, its top, its lower tones. Left hand: root, octave, fifth. */
  play: z.enum(['all', 'top', 'lower', 'root', 'octave', 'fifth']),
});

export const keysPatternSchema = z.strictObject({ ...patternHead, grids: gridsSchema(keysEventSchema) });

/** A chord, a tone or a figure of the keys, and by which hand. */
export type KeysEvent = z.infer<typeof keysEventSchema>;
/** A pattern of the keys. */
export type KeysPattern = z.infer<typeof keysPatternSchema>;
