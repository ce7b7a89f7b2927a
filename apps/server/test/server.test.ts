import type { Express } from 'express';
import type { Knex } from 'knex';
import request from 'supertest';
import { readChart } from '@backline/core/formats/chart/index';
import { songSchema, type Song } from '@backline/core/song/schema';
import { songListSchema, storedSongSchema, type StoredSong } from '@backline/core/song/transport';
import { ownProgressionSchema, ownProgressionsSchema } from '@backline/core/progressions/transport';
import { createApp } from '../src/app';
import { connect, migrate } from '../src/db/connect';
import { DEMO_SONGS } from '../src/demo/songs';
import { demoSong, seedDemo } from '../src/demo/seed';
import { ProgressionStore } from '../src/progressions/store';
import { SongStore } from '../src/songs/store';
import { readStrictly } from '../../../packages/core/test/formats/strictMidi';

const URL = process.env.DATABASE_URL;
if (!URL) throw new Error('Run the tests with npm test: it starts a database of their own.');

const SONG = readChart('title: Pier\nkey: G\n[Verse]\nG | C | D7 | G');
const logged: unknown[] = [];
let db: Knex;
let app: Express;

const appOn = (on: Knex): Express =>
  createApp({ store: new SongStore(on), progressions: new ProgressionStore(on), log: (e) => logged.push(e) });

beforeAll(async () => {
  db = connect(URL);
  await db.migrate.rollback(undefined, true);
  await migrate(db);
  app = appOn(db);
});
afterAll(() => db.destroy());
beforeEach(async () => {
  await db('songs').delete();
  await db('progressions').delete();
  logged.length = 0;
});

const create = async (song: Song = SONG): Promise<StoredSong> =>
  storedSongSchema.parse((await request(app).post('/api/songs').send({ song }).expect(201)).body);

const NOWHERE = '/api/songs/6b1f0a52-3a7e-4a55-9a3e-1111111111ab';

/** Problem details as RFC 9457 has them, with a sentence for the writer and nothing of the inside. */
function expectProblem(response: request.Response, status: number, detail: RegExp): void {
  expect(response.status).toBe(status);
  expect(response.headers['content-type']).toMatch(/application\/problem\+json/);
  const body = JSON.parse(response.text) as Record<string, unknown>;
  expect(body).toMatchObject({ type: 'about:blank', status });
  expect(body.detail).toMatch(detail);
  expect(response.text).not.toMatch(/\bat .*\.ts|node_modules|stack/);
}

describe('songs', () => {
  it('are created, read, listed, replaced and deleted', async () => {
    const made = await create();
    expect(made.revision).toBe(1);
    expect((await request(app).get(`/api/songs/${made.id}`).expect(200)).body).toEqual(made);
    const changed = { ...SONG, title: 'Pier at night' };
    const saved = (
      await request(app).put(`/api/songs/${made.id}`).send({ revision: 1, song: changed }).expect(200)
    ).body as StoredSong;
    expect([saved.revision, saved.song.title]).toEqual([2, 'Pier at night']);
    const { songs } = songListSchema.parse((await request(app).get('/api/songs').expect(200)).body);
    expect(songs).toMatchObject([
      { id: made.id, title: 'Pier at night', bars: 4, form: [{ name: 'Verse', bars: 4 }] },
    ]);
    await request(app).delete(`/api/songs/${made.id}`).expect(204);
    expectProblem(await request(app).get(`/api/songs/${made.id}`), 404, /not in the songbook/);
  });

  it('are given as a MIDI file', async () => {
    const made = await create();
    const response = await request(app)
      .get(`/api/songs/${made.id}/midi`)
      .buffer(true)
      .parse((res, done) => {
        const chunks: Buffer[] = [];
        res.on('data', (c: Buffer) => chunks.push(c));
        res.on('end', () => done(null, Buffer.concat(chunks)));
      });
    expect(response.headers['content-disposition']).toContain('Pier.mid');
    const { tracks } = readStrictly(response.body as Buffer);
    expect(tracks[0]!.filter((e) => e.a === 1).map((e) => e.text)).toEqual(['G', 'C', 'D7', 'G']);
  });

  it('a save from an older revision gets 409 with the newer song, and changes nothing', async () => {
    const made = await create();
    const path = `/api/songs/${made.id}`;
    await request(app)
      .put(path)
      .send({ revision: 1, song: { ...SONG, title: 'First' } })
      .expect(200);
    const late = await request(app)
      .put(path)
      .send({ revision: 1, song: { ...SONG, title: 'Late' } });
    expectProblem(late, 409, /newer version/);
    const { current } = JSON.parse(late.text) as { current: StoredSong };
    expect([current.revision, current.song.title]).toEqual([2, 'First']);
    expect(((await request(app).get(path)).body as StoredSong).song.title).toBe('First');
  });

  it('of two saves at once one wins and one is told', async () => {
    const made = await create();
    const save = (title: string) =>
      request(app)
        .put(`/api/songs/${made.id}`)
        .send({ revision: 1, song: { ...SONG, title } });
    const statuses = (await Promise.all([save('A'), save('B')])).map((r) => r.status).sort();
    expect(statuses).toEqual([200, 409]);
  });
});

describe('bad requests', () => {
  it.each([
    ['text that is no JSON', '{"song":', 400, /not readable as JSON/],
    ['a number', '3', 400, /not readable as JSON/],
    ['nothing', '{}', 422, /song/],
    ['a field too many', JSON.stringify({ song: SONG, extra: 1 }), 422, /extra/],
    ['a song with a field too many', JSON.stringify({ song: { ...SONG, extra: 1 } }), 422, /extra/],
    ['a song with a field missing', JSON.stringify({ song: { ...SONG, key: undefined } }), 422, /key/],
    [
      'a chord that cannot be read',
      JSON.stringify({ song: SONG }).replace('"D7"', '"Dfoo"'),
      422,
      /"Dfoo" is not a chord/,
    ],
  ])('%s', async (_, body, status, detail) => {
    const response = await request(app).post('/api/songs').set('Content-Type', 'application/json').send(body);
    expectProblem(response, status, detail);
    expect(await db('songs').count().first()).toEqual({ count: '0' });
  });

  it('a song over 2 MB', async () => {
    const body = JSON.stringify({ song: { ...SONG, title: 'x'.repeat(2_200_000) } });
    expectProblem(
      await request(app).post('/api/songs').set('Content-Type', 'application/json').send(body),
      413,
      /2 MB at most/,
    );
  });

  it('an id that is none, an unknown one, an unknown address', async () => {
    expectProblem(await request(app).get('/api/songs/1%27--'), 404, /not in the songbook/);
    expectProblem(await request(app).get(NOWHERE), 404, /not in the songbook/);
    expectProblem(
      await request(app).put(NOWHERE).send({ revision: 1, song: SONG }),
      404,
      /not in the songbook/,
    );
    expectProblem(await request(app).delete(NOWHERE), 404, /not in the songbook/);
    expectProblem(await request(app).get('/api/nothing'), 404, /nothing at this address/);
  });
});

describe('a database that is away', () => {
  it('is said as 503 without its inside', async () => {
    const away = connect('postgres://backline:x@127.0.0.1:1/none');
    const lost = appOn(away);
    expectProblem(
      await request(lost).put(NOWHERE).send({ revision: 1, song: SONG }),
      503,
      /database is not answering.*kept here/,
    );
    expect(logged).toHaveLength(1);
    await away.destroy();
  });
});

describe('the demo', () => {
  it('has three songs at least: one in three, one swung, one with a key change; all fit the schema', async () => {
    const songs = DEMO_SONGS.map(demoSong);
    songs.forEach((s) => expect(songSchema.safeParse(s).success).toBe(true));
    expect(songs.length).toBeGreaterThanOrEqual(3);
    expect(songs.some((s) => s.metre === '3/4')).toBe(true);
    expect(songs.some((s) => s.style === 'lamplight')).toBe(true);
    expect(songs.some((s) => s.sections.some((x) => x.changes.some((c) => c.key)))).toBe(true);
    await seedDemo(new SongStore(db));
    const { songs: list } = songListSchema.parse((await request(app).get('/api/songs')).body);
    expect(list[0]!.title).toBe(songs[0]!.title);
  });

  it('is made on the first start only', async () => expect(await migrate(db)).toBe(false));
});

describe('headers', () => {
  it('forbid foreign scripts and caching of songs', async () => {
    const { headers } = await request(app).get('/api/songs');
    expect(headers['content-security-policy']).toContain("script-src 'self'");
    expect(headers['cache-control']).toBe('no-store');
    expect(headers['x-powered-by']).toBeUndefined();
  });
});

describe("the writer's own progressions", () => {
  const progression = {
    name: 'Round the quay',
    bars: 'I | V/7 | vi / IV / | %',
    mode: 'major',
    metre: '4/4',
    genres: ['folk'],
    moods: [],
  };

  it('are saved, listed newest first, and deleted', async () => {
    const first = await request(app).post('/api/progressions').send({ progression }).expect(201);
    await request(app)
      .post('/api/progressions')
      .send({ progression: { ...progression, name: 'Second' } })
      .expect(201);
    const list = ownProgressionsSchema.parse((await request(app).get('/api/progressions').expect(200)).body);
    expect(list.progressions.map((p) => p.progression.name)).toEqual(['Second', 'Round the quay']);
    const { id } = ownProgressionSchema.parse(first.body);
    await request(app).delete(`/api/progressions/${id}`).expect(204);
    expectProblem(await request(app).delete(`/api/progressions/${id}`), 404, /not in your library/);
    expectProblem(await request(app).delete('/api/progressions/nonsense'), 404, /not in your library/);
  });

  it('are refused where their chords are no numerals, or something is missing', async () => {
    const post = (wrong: object) =>
      request(app)
        .post('/api/progressions')
        .send({ progression: { ...progression, ...wrong } });
    expectProblem(await post({ bars: 'I | H7 | V' }), 422, /not all numerals/);
    expectProblem(await post({ name: '' }), 422, /A name is missing/);
    expectProblem(await post({ metre: '11/8' }), 422, /metre/);
    expectProblem(await request(app).post('/api/progressions').send({}), 422, /progression/);
  });
});
