/** What the server and the app say to each other about the writer's own progressions. */
import { z } from 'zod';
import { progressionSchema } from './schema';

export const progressionIdSchema = z.uuid('That is not the id of a progression.');

export const createProgressionSchema = z.strictObject({ progression: progressionSchema });

export const ownProgressionSchema = z.object({ id: progressionIdSchema, progression: progressionSchema });

/** One page of them, newest first. `next` asks for the page after it. */
export const ownProgressionsSchema = z.object({
  progressions: z.array(ownProgressionSchema),
  next: z.string().nullable(),
});

export type OwnProgression = z.infer<typeof ownProgressionSchema>;
export type OwnProgressions = z.infer<typeof ownProgressionsSchema>;
