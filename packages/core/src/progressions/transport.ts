/** What the server and the app say to each other about the writer's own progressions. */
import { z } from 'zod';
import { progressionSchema } from './schema';

export const progressionIdSchema = z.uuid('That is not the id of a progression.');

export const createProgressionSchema = z.strictObject({ progression: progressionSchema });

export const ownProgressionSchema = z.object({ id: progressionIdSchema, progression: progressionSchema });

export const ownProgressionsSchema = z.object({ progressions: z.array(ownProgressionSchema) });

export type OwnProgression = z.infer<typeof ownProgressionSchema>;
