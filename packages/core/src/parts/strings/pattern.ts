import { z } from 'zod';
import { gridsSchema, patternHead, timed } from '../../style/pattern';

const stringsEventSchema = z.strictObject({
  ...timed,
  voices: z.enum(['all', 'outer', 'inner', 'top', 'low']),
  /** Legato notes hold common tones across a change; others are struck anew. */
  legato: z.boolean(),
});

export const stringsPatternSchema = z.strictObject({
  ...patternHead,
  grids: gridsSchema(stringsEventSchema),
});

/** What bowed and blown voices play: strings and horns share it. */
/** A held or bowed chord of a section. */
export type StringsEvent = z.infer<typeof stringsEventSchema>;
/** A pattern of a section of strings or horns. */
export type StringsPattern = z.infer<typeof stringsPatternSchema>;
