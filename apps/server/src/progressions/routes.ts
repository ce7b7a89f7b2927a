import { Router } from 'express';
import { z } from 'zod';
import { createProgressionSchema, progressionIdSchema } from '@backline/core/progressions/wire';
import { Problem } from '../http/problem';
import type { ProgressionStore } from './store';

const unknownProgression = (): Problem =>
  new Problem(
    'progression-unknown',
    404,
    'No such progression',
    'This progression is not in your library; it may have been deleted.',
  );

const listQuery = z.strictObject({
  after: z
    .string()
    .regex(/^\d{1,18}$/, 'That is no page of the library.')
    .optional(),
});

/** REST for the writer's own progressions: list, create, delete. */
export function progressionRoutes(store: ProgressionStore): Router {
  const routes = Router();

  routes.get('/', async (req, res) => {
    res.json(await store.list(listQuery.parse(req.query).after));
  });

  routes.post('/', async (req, res) => {
    const { progression } = createProgressionSchema.parse(req.body);
    const created = await store.create(progression);
    res.status(201).location(`/api/progressions/${created.id}`).json(created);
  });

  routes.delete('/:id', async (req, res) => {
    const id = progressionIdSchema.safeParse(req.params.id);
    if (!id.success || !(await store.remove(id.data))) throw unknownProgression();
    res.status(204).end();
  });

  return routes;
}
