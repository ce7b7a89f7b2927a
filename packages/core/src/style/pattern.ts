/** The language of patterns: what all of them have, whatever kind of part plays them. */
import { z } from 'zod';
import { slugSchema } from '../song/schema';

/** Longest pattern, in bars. */
export const MOST_BARS = 8;

/** Every pattern begins with these. */
export const patternHead = {
  id: slugSchema,
  name: z.string().min(1).max(40),
  /** What the pattern does at a chord change unless the writer says otherwise. */
  atChange: z.enum(['restart', 'carry on']),
};

/** A pattern as far as everything but its own kind knows it. */
export type Pattern = z.infer<z.ZodObject<typeof patternHead>>;

/** When and how long (quarter notes), how strong (1 is the part's normal strength), and the density from which it plays. */
export const timed = {
  at: z.number().min(0).max(64),
  for: z.number().min(0.02).max(64),
  level: z.number().int().min(1).max(5),
  accent: z.number().min(0.2).max(1.4),
};

export type Timed = z.infer<z.ZodObject<typeof timed>>;

/** Lengths of the beats of a group, in quarter notes. */
export const BEAT_LENGTH = { quarter: 1, dotted: 1.5 } as const;

/** Events for groups of so many beats, plain or dotted quarters. */
export interface Grid<E extends Timed = Timed> {
  beats: 1 | 2 | 3 | 4;
  of: keyof typeof BEAT_LENGTH;
  bars: number;
  events: E[];
}

/** Quarter notes that the bars of a grid last. */
const lengthOf = ({ beats, of, bars }: Pick<Grid, 'beats' | 'of' | 'bars'>): number =>
  beats * BEAT_LENGTH[of] * bars;

function gridSchema<E extends Timed>(event: z.ZodType<E>) {
  return z
    .strictObject({
      beats: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
      of: z.enum(['quarter', 'dotted']),
      bars: z.number().int().min(1).max(MOST_BARS),
      events: z.array(event).min(1, 'A pattern without events never sounds.').max(400),
    })
    .superRefine((grid, ctx) => {
      const length = lengthOf(grid);
      grid.events.forEach((e, i) => {
        if (e.at < length) return;
        const message = `This event is at ${e.at}, behind the pattern's end at ${length}: it would never sound.`;
        ctx.addIssue({ code: 'custom', message, path: ['events', i, 'at'] });
      });
      if (!grid.events.some((e) => e.level <= 3)) {
        ctx.addIssue({
          code: 'custom',
          message: 'Nothing plays at the usual density, 3. Give some events a lower level.',
          path: ['events'],
        });
      }
    });
}

/** The grids of a pattern: at least one, none twice for the same group. */
export const gridsSchema = <E extends Timed>(event: z.ZodType<E>) =>
  z
    .array(gridSchema(event))
    .min(1, 'A pattern needs events for one group of beats at least.')
    .max(8)
    .superRefine((grids, ctx) => {
      const groups = grids.map((g) => `${g.beats} ${g.of}`);
      groups.forEach((group, i) => {
        if (groups.indexOf(group) === i) return;
        ctx.addIssue({ code: 'custom', message: 'Two grids are for the same group of beats.', path: [i] });
      });
    });
