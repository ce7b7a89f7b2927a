import { z } from 'zod';
import { gridsSchema, patternHead, timed } from '../../style/pattern';
import { DRUMS, PERCUSSION } from './percussionMap';

type Keys<T> = [keyof T & string, ...(keyof T & string)[]];
const names = <T extends object>(keys: T): Keys<T> => Object.keys(keys) as Keys<T>;

export const drumsEventSchema = z.strictObject({ ...timed, drum: z.enum(names(DRUMS)) });
const percussionEventSchema = z.strictObject({ ...timed, drum: z.enum(names(PERCUSSION)) });

export const drumsPatternSchema = z.strictObject({
  ...patternHead,
  grids: gridsSchema(drumsEventSchema),
  /** Last two beats before a new section, in plain beats. */
  fill: z.array(drumsEventSchema).max(64),
});

export const percussionPatternSchema = z.strictObject({
  ...patternHead,
  grids: gridsSchema(percussionEventSchema),
});

/** A pattern of the kit. */
export type DrumsPattern = z.infer<typeof drumsPatternSchema>;
/** A stroke on one drum of the kit. */
export type DrumsEvent = z.infer<typeof drumsEventSchema>;
/** A pattern of hand percussion. */
export type PercussionPattern = z.infer<typeof percussionPatternSchema>;

const kicks = new WeakMap<DrumsPattern, DrumsPattern['grids']>();

/** The kicks of a pattern, grid by grid: what the bass strikes with. */
export function kicksOf(pattern: DrumsPattern): DrumsPattern['grids'] {
  let found = kicks.get(pattern);
  if (!found) {
    found = pattern.grids.map((grid) => ({ ...grid, events: grid.events.filter((e) => e.drum === 'kick') }));
    kicks.set(pattern, found);
  }
  return found;
}
