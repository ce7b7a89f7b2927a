import { Router, type Request } from 'express';
import { renderBand } from '@backline/core/band/index';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import { createSongSchema, replaceSongSchema, songIdSchema } from '@backline/core/song/transport';
import { Problem } from '../http/problem';
import type { SongStore } from './store';

const unknownSong = (): Problem =>
  new Problem(
    404,
    'No such song',
    'This song is not in the songbook; it may have been deleted. Go back to the songbook.',
  );

/** An id that is no id at all names no song either. */
function songId(req: Request): string {
  const id = songIdSchema.safeParse(req.params.id);
  if (!id.success) throw unknownSong();
  return id.data;
}

/** A file name of the title's letters and digits. */
const fileName = (title: string): string =>
  title
    .normalize('NFKD')
    .replace(/[^\w\s-]/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .slice(0, 60) || 'song';

/** REST for songs: list, create, read, replace, delete, export. */
export function songRoutes(store: SongStore): Router {
  const routes = Router();

  routes.get('/', async (_req, res) => {
    res.json({ songs: await store.list() });
  });

  routes.post('/', async (req, res) => {
    const { song } = createSongSchema.parse(req.body);
    const created = await store.create(song);
    res.status(201).location(`/api/songs/${created.id}`).json(created);
  });

  routes.get('/:id', async (req, res) => {
    const found = await store.read(songId(req));
    if (!found) throw unknownSong();
    res.json(found);
  });

  routes.put('/:id', async (req, res) => {
    const id = songId(req);
    const { revision, song } = replaceSongSchema.parse(req.body);
    const saved = await store.replace(id, revision, song);
    if (saved) {
      res.json(saved);
      return;
    }
    const current = await store.read(id);
    if (!current) throw unknownSong();
    throw new Problem(
      409,
      'This song was changed elsewhere',
      'A newer version was saved from another place. Choose yours, the newer one, or keep both.',
      { current },
    );
  });

  routes.delete('/:id', async (req, res) => {
    if (!(await store.remove(songId(req)))) throw unknownSong();
    res.status(204).end();
  });

  routes.get('/:id/midi', async (req, res) => {
    const found = await store.read(songId(req));
    if (!found) throw unknownSong();
    const bytes = writeMidiFile(found.song, renderBand(found.song));
    res
      .type('audio/midi')
      .attachment(`${fileName(found.song.title)}.mid`)
      .send(Buffer.from(bytes));
  });

  return routes;
}
