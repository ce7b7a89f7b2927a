/** Figures that lead from one stretch of a song into the next: a file of their own, checked as it is read. */
import { z } from 'zod';
import { slugSchema } from '../../song/fields';
import file from './fills.json' with { type: 'json' };
import { drumsEventSchema, type DrumsEvent } from './pattern';

/** What a figure is for: it leads on, stops before what is softer, brings the band in, or ends the song. */
export const FILL_USES = ['fill', 'break', 'intro', 'ending'] as const;
/** What a fill is for. */
export type FillUse = (typeof FILL_USES)[number];

const fillSchema = z
  .strictObject({
    id: slugSchema,
    name: z.string().min(1).max(40),
    use: z.enum(FILL_USES),
    /** Beats it lasts, and how they divide. */
    beats: z.union([z.literal(1), z.literal(2), z.literal(4)]),
    divides: z.enum(['halves', 'thirds']),
    /** From 1, hardly there, to 5, all there is. */
    energy: z.number().int().min(1).max(5),
    /** `at` in beats from its start. */
    events: z.array(drumsEventSchema).min(1).max(64),
  })
  .refine(({ beats, events }) => events.every(({ at }) => at < beats), {
    message: 'An event lies behind the end of its figure: it would never sound.',
    path: ['events'],
  });

export const fillsSchema = z.strictObject({
  format: z.literal('vivid-backline-fills'),
  version: z.literal(1),
  about: z.string().max(200),
  fills: z.array(fillSchema).min(1).max(500),
});

/** A figure of the drums that leads into what comes. */
export type Fill = z.infer<typeof fillSchema>;

export const FILLS: readonly Fill[] = fillsSchema.parse(file).fills;

/** How far a figure's energy may lie from the groove's. */
const NEAR = 1;

/**
 * The figures of so many beats for a use, in beats of two halves or of three thirds: those as lively as the groove,
 * or all where there are none; a fill of two beats that the pattern has itself is among them.
 */
export function figuresOf(
  use: FillUse,
  beats: number,
  ternary: boolean,
  energy: number,
  own: readonly DrumsEvent[],
): readonly (readonly DrumsEvent[])[] {
  const fitting = FILLS.filter(
    (fill) => fill.use === use && fill.beats === beats && (fill.divides === 'thirds') === ternary,
  );
  const near = fitting.filter((fill) => Math.abs(fill.energy - energy) <= NEAR);
  const figures = (near.length ? near : fitting).map(({ events }) => events);
  return use === 'fill' && beats === 2 && own.length ? [own, ...figures] : figures;
}
