import { Router } from 'express';
import { z } from 'zod';
import {
  createUserStyleSchema,
  userStyleIdSchema,
  replaceUserStyleSchema,
  type StoredUserStyle,
} from '@backline/core/userStyles/wire';
import { revisionSchema } from '@backline/core/song/wire';
import { Problem } from '../http/problem';
import type { UserStyleOutcome, UserStyleStore } from './store';

const unknownOwn = (): Problem =>
  new Problem(
    'own-unknown',
    404,
    'No such style or player',
    'It is not among what is yours; it may have been deleted.',
  );

const changed = (): Problem =>
  new Problem(
    'own-changed',
    409,
    'Changed meanwhile',
    'It was changed elsewhere meanwhile. Look at it anew, then try again.',
  );

/** What was kept, or why it was not. */
function keptOf(outcome: UserStyleOutcome): StoredUserStyle {
  if (outcome.kind === 'kept') return outcome.own;
  if (outcome.kind === 'refused') throw new Problem('own-unfit', 422, 'It cannot be kept', outcome.trouble);
  throw outcome.kind === 'changed' ? changed() : unknownOwn();
}

function idIn(id: unknown): string {
  const read = userStyleIdSchema.safeParse(id);
  if (!read.success) throw unknownOwn();
  return read.data;
}

const removeQuery = z.strictObject({ revision: z.coerce.number().pipe(revisionSchema) });

/** REST for styles, patterns and players of the writer's own: list, create, replace, delete. */
export function userStyleRoutes(store: UserStyleStore): Router {
  const routes = Router();

  routes.get('/', async (_req, res) => {
    res.json({ own: await store.list() });
  });

  routes.post('/', async (req, res) => {
    const { id, document } = createUserStyleSchema.parse(req.body);
    const own = keptOf(await store.create(id, document));
    res.status(201).location(`/api/own/${own.id}`).json(own);
  });

  routes.put('/:id', async (req, res) => {
    const id = idIn(req.params.id);
    const { revision, document } = replaceUserStyleSchema.parse(req.body);
    res.json(keptOf(await store.replace(id, revision, document)));
  });

  routes.delete('/:id', async (req, res) => {
    const id = idIn(req.params.id);
    const { revision } = removeQuery.parse(req.query);
    const outcome = await store.remove(id, revision);
    if (outcome === 'changed') throw changed();
    if (outcome === 'unknown') throw unknownOwn();
    res.status(204).end();
  });

  return routes;
}
