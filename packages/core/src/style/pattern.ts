/** The language of patterns: what all of them have, whatever kind of part plays them. */
import { z } from 'zod';
import { lineSchema, nameSchema, slugSchema, tempoSchema } from '../song/fields';

/** Longest pattern, in bars. */
export const MOST_BARS = 8;

/** How a style or a pattern goes: even, swung, in beats of three, or in sixteenths. */
export const FEELS = ['straight', 'swung', 'twelve-eight', 'sixteenths'] as const;
/** How a pattern goes: straight, swung, in beats of three, in sixteenths. */
export type PatternFeel = (typeof FEELS)[number];

/** What a pattern is for, so that it is found and tried where it fits. */
export const patternFactsSchema = z.strictObject({
  feel: z.enum(FEELS),
  genres: z.array(slugSchema).min(1).max(8),
  /** From 1, still, to 5, all there is. */
  energy: z.number().int().min(1).max(5),
  /** Slowest and fastest tempo it is made for, beats a minute. */
  tempo: z.tuple([tempoSchema, tempoSchema]).refine(([least, most]) => least <= most, {
    message: 'The slowest tempo comes first, then the fastest.',
  }),
  /** What it leaves room for, in words. */
  leaves: lineSchema.min(1).max(80),
});

/** What a pattern is for, by which it is found and ranked. */
export type PatternFacts = z.infer<typeof patternFactsSchema>;

/**
 * How a pattern takes up a change of chord where it has no stroke itself: it strikes and lets ring, it strikes as
 * short as its own strokes, or it waits for its next stroke.
 */
export const CHANGE_STROKES = ['ring', 'short', 'wait'] as const;
/** How a pattern takes up a change of chord where it has no stroke itself. */
export type ChangeStroke = (typeof CHANGE_STROKES)[number];

/** Every pattern begins with these. */
export const patternHead = {
  id: slugSchema,
  name: nameSchema.max(40),
  facts: patternFactsSchema.optional(),
  /** What the pattern does at a chord change unless the writer says otherwise. */
  atChange: z.enum(['restart', 'carry on']),
  /** Left out where it strikes and lets ring. */
  changeStroke: z.enum(CHANGE_STROKES).optional(),
  /** How far its player lies behind the beat at 120 and slower, ms; left out where the kind's usual lean holds. */
  lean: z.number().min(0).max(40).optional(),
  /** The same for the snare and the clap of a kit alone. */
  backbeatLean: z.number().min(0).max(40).optional(),
};

/** A pattern as far as everything but its own kind knows it. */
export type Pattern = z.infer<z.ZodObject<typeof patternHead>>;

/**
 * Where an event is told: where a phrase turns, at a section's second playing on end, before a new section, on a
 * chord longer than a bar.
 */
export const CONDITIONS = ['turn', 'again', 'new section', 'long chord'] as const;
/** When an event of a pattern is played. */
export type Condition = (typeof CONDITIONS)[number];

/** Alternatives of which each bar draws one. */
export const ALTERNATIVES = ['a', 'b', 'c', 'd'] as const;

const FRACTION = /^(\d{1,3})\/(\d{1,2})$/;

/** The nearest twelfth or sixteenth of a quarter note: what decimals of a file mean. */
export function nearestPlace(quarters: number): number {
  const [twelfth, sixteenth] = [Math.round(quarters * 12) / 12, Math.round(quarters * 16) / 16];
  return Math.abs(twelfth - quarters) <= Math.abs(sixteenth - quarters) ? twelfth : sixteenth;
}

/** A length as it is written; decimals that stand for a twelfth or a sixteenth are one. */
export function exactLength(quarters: number): number {
  const near = nearestPlace(quarters);
  return Math.abs(near - quarters) < 1e-3 ? near : quarters;
}

/** A time in quarter notes: a number, or a fraction as a text where a number has no end of decimals, "1/3". */
export function timeSchema(least: number, most: number, exact: (quarters: number) => number) {
  return z
    .union([
      z.number().min(least).max(most),
      z
        .string()
        .regex(FRACTION, 'Write a time as a number of quarter notes, or as a fraction like "1/3".')
        .refine((text) => {
          const quarters = ofFraction(text);
          return quarters >= least && quarters <= most;
        }, `A time lies between ${least} and ${most} quarter notes.`),
    ])
    .transform((time) => (typeof time === 'number' ? exact(time) : ofFraction(time)));
}

function ofFraction(text: string): number {
  const [over, under] = text.split('/').map(Number) as [number, number];
  return over / under;
}

/** Where something begins, and how long it lasts, quarter notes. */
export const placeSchema = timeSchema(0, 64, nearestPlace);
export const lengthSchema = timeSchema(0.02, 64, exactLength);

/** When and how long (quarter notes), how strong (1 is the part's normal strength), and the density from which it plays. */
export const timed = {
  at: placeSchema,
  for: lengthSchema,
  minDensity: z.number().int().min(1).max(5),
  accent: z.number().min(0.2).max(1.4),
  /** Played only there, or everywhere but there. */
  when: z.enum(CONDITIONS).optional(),
  unless: z.enum(CONDITIONS).optional(),
  /** The share of bars in which it is played, drawn by the song's seed. */
  chance: z.number().min(0.05).max(0.95).optional(),
  /** Of events with a letter a bar plays those of one. */
  either: z.enum(ALTERNATIVES).optional(),
};

/** An event of a pattern: where it is struck and for how long, in beats, and from which density on. */
export type TimedEvent = z.infer<z.ZodObject<typeof timed>>;

/** True where an event is not played in every bar alike. */
export const isConditional = (event: TimedEvent): boolean =>
  event.when !== undefined ||
  event.unless !== undefined ||
  event.chance !== undefined ||
  event.either !== undefined;

/** Whether what a pattern plays is drawn, so that another variation draws otherwise. */
export const isDrawn = ({
  grids,
}: {
  readonly grids: readonly { readonly events: readonly TimedEvent[] }[];
}): boolean =>
  grids.some(({ events }) =>
    events.some(
      ({ chance, either, when }) => (chance !== undefined && when !== 'again') || either !== undefined,
    ),
  );

/** Lengths of the beats of a group, in quarter notes. */
export const BEAT_LENGTH = { quarter: 1, dotted: 1.5 } as const;

/** Events for groups of so many beats, plain or dotted quarters. */
export interface Grid<E extends TimedEvent = TimedEvent> {
  beats: 1 | 2 | 3 | 4;
  of: keyof typeof BEAT_LENGTH;
  bars: number;
  events: E[];
}

/** Quarter notes that the bars of a grid last. */
const lengthOf = ({ beats, of, bars }: Pick<Grid, 'beats' | 'of' | 'bars'>): number =>
  beats * BEAT_LENGTH[of] * bars;

function gridSchema<E extends TimedEvent>(event: z.ZodType<E>) {
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
      if (!grid.events.some((e) => e.minDensity <= 3)) {
        ctx.addIssue({
          code: 'custom',
          message: 'Nothing plays at the usual density, 3. Give some events a lower level.',
          path: ['events'],
        });
      }
    });
}

/** The grids of a pattern: at least one, none twice for the same group. */
export const gridsSchema = <E extends TimedEvent>(event: z.ZodType<E>) =>
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
