/** What the server and the app say to each other about the writer's own progressions. */
import { z } from 'zod';
import { progressionSchema } from './schema';

export const progressionIdSchema = z.uuid('That is not the id of a progression.');

export const createProgressionSchema = z.strictObject({ progression: progressionSchema });

export const userProgressionSchema = z.object({ id: progressionIdSchema, progression: progressionSchema });

/** One page of them, newest first. `next` asks for the page after it. */
export const userProgressionsSchema = z.object({
  progressions: z.array(userProgressionSchema),
  next: z.string().nullable(),
});

/** A progression that the writer has kept. */
export type UserProgression = z.infer<typeof userProgressionSchema>;
/** A page of the writer's kept progressions, as it is sent. */
export type UserProgressions = z.infer<typeof userProgressionsSchema>;
