import { Router, type Request } from 'express';
import { z } from 'zod';
import { LIMITS } from '@backline/core/song/limits';
import { SORTS, createSongSchema, revisionSchema, saveSchema, songIdSchema } from '@backline/core/song/wire';
import { Problem } from '../http/problem';
import { BIN_DAYS, PAGE, type SongStore } from './store';

const unknownSong = (): Problem =>
  new Problem(
    'song-unknown',
    404,
    'No such song',
    'This song is not in the songbook; it may have been deleted. Go back to the songbook.',
  );

const inTheBin = (): Problem =>
  new Problem(
    'song-in-bin',
    410,
    'In the bin',
    `This song was deleted. The bin of the songbook gives it back for ${BIN_DAYS} days.`,
  );

const changedElsewhere = (extra: Record<string, unknown> = {}): Problem =>
  new Problem(
    'song-changed',
    409,
    'This song was changed elsewhere',
    'A newer version was saved from another place. Choose yours, the newer one, or keep both.',
    extra,
  );

const doesNotFit = (trouble: string): Problem =>
  new Problem(
    'changes-unfit',
    422,
    'These changes do not fit',
    `The song as it would be cannot be kept: ${trouble}`,
  );

/** An id that is no id at all names no song either. */
function songId(req: Request): string {
  const id = songIdSchema.safeParse(req.params.id);
  if (!id.success) throw unknownSong();
  return id.data;
}

/** What a page of the list is asked by. */
const listQuery = z.strictObject({
  after: z
    .string()
    .regex(/^(\d{1,18}|n\d{1,6})$/, 'That is no page of the songbook.')
    .optional(),
  limit: z.coerce.number().int().min(1).max(PAGE.most).optional(),
  bin: z
    .enum(['true', 'false'])
    .transform((text) => text === 'true')
    .optional(),
  find: z.string().max(200, 'That is more than can be looked for.').optional(),
  tag: z.string().max(LIMITS.tagLength).optional(),
  sort: z.enum(SORTS).optional(),
});

/** REST for songs: list, create, read, save, put into the bin, take out of it. */
export function songRoutes(store: SongStore): Router {
  const routes = Router();

  routes.get('/', async (req, res) => {
    res.json(await store.list(listQuery.parse(req.query)));
  });

  routes.get('/tags', async (_req, res) => {
    res.json({ tags: await store.tags() });
  });

  routes.post('/', async (req, res) => {
    const { song, id } = createSongSchema.parse(req.body);
    const created = await store.create(song, id);
    res.status(201).location(`/api/songs/${created.id}`).json(created);
  });

  routes.get('/:id', async (req, res) => {
    const found = await store.read(songId(req));
    if (!found) throw unknownSong();
    const { deletedAt, ...song } = found;
    if (deletedAt) throw inTheBin();
    res.json(song);
  });

  routes.patch('/:id', async (req, res) => {
    const id = songId(req);
    const outcome = await store.save(id, saveSchema.parse(req.body));
    if (outcome.kind === 'unknown') throw unknownSong();
    if (outcome.kind === 'in the bin') throw inTheBin();
    if (outcome.kind === 'conflict') throw changedElsewhere({ current: outcome.current });
    if (outcome.kind === 'does not fit') throw doesNotFit(outcome.trouble);
    res.json(outcome.saved);
  });

  routes.delete('/:id', async (req, res) => {
    const id = songId(req);
    const { revision } = z
      .object({ revision: z.coerce.number().pipe(revisionSchema) })
      .parse({ revision: req.query.revision });
    const outcome = await store.remove(id, revision);
    if (outcome === 'unknown') throw unknownSong();
    if (outcome === 'changed') throw changedElsewhere();
    res.status(204).end();
  });

  routes.post('/:id/restore', async (req, res) => {
    const restored = await store.restore(songId(req));
    if (!restored) throw unknownSong();
    res.json(restored);
  });

  return routes;
}
