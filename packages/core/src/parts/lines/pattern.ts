import { z } from 'zod';
import { habitsSchema, USUAL_HABITS, type Habits } from './habits';
import { lengthSchema, patternHead, placeSchema } from '../../style/pattern';

/** How a single line over the chords is planned: by a solo, or by a melody in longer notes. */
export const linePatternSchema = z
  .strictObject({
    ...patternHead,
    /** Phrase length in bars: least and most, in half bars. A tune's parts are as long as its shortest. */
    phrase: z.tuple([z.number().multipleOf(0.5).min(0.5), z.number().multipleOf(0.5).max(8)]),
    /** How phrases follow each other: as they are drawn, or as statement, answer, turn and close over one motif. */
    form: z.enum(['drawn', 'four parts']).optional(),
    /** Share of the time between phrases that rests. */
    rest: z.number().min(0).max(0.8),
    /** Rhythm cells by length in beats: each a list of [at, for] pairs. */
    cells: z
      .array(
        z.strictObject({
          beats: z.union([z.literal(1), z.literal(2), z.literal(3)]),
          weight: z.number().positive().max(1000),
          notes: z
            .array(z.tuple([placeSchema, lengthSchema]))
            .min(1)
            .max(24),
        }),
      )
      .max(64),
    /** Widest leap between neighbouring notes, semitones. */
    leap: z.number().int().min(3).max(12),
    /** How its player goes about a line; left out where as is usual. */
    habits: habitsSchema.optional(),
  })
  .superRefine(({ phrase: [least, most], cells }, ctx) => {
    const say = (message: string, path: (string | number)[]) =>
      ctx.addIssue({ code: 'custom', message, path });
    if (least > most) say('The shortest phrase comes first, then the longest.', ['phrase']);
    for (const size of [2, 3]) {
      if (!cells.some((c) => c.beats === size))
        say(`There is no rhythm of ${size} beats to draw from.`, ['cells']);
    }
    cells.forEach(({ beats, notes }, i) => {
      const late = notes.findIndex(([at]) => at >= beats);
      if (late >= 0)
        say(`This note begins behind the ${beats} beats of its rhythm.`, ['cells', i, 'notes', late]);
    });
  });

/** What melodic lines are made of: rhythms, contours, how far they leap. */
export type LinePattern = z.infer<typeof linePatternSchema>;

/** How the player of a pattern goes about it. */
export const habitsOf = ({ habits }: LinePattern): Habits => habits ?? USUAL_HABITS;
