import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { userProgressionSchema, userProgressionsSchema } from '@backline/core/progressions/wire';
import { songSchema } from '@backline/core/song/check';
import type { Song } from '@backline/core/song/schema';
import {
  songListSchema,
  summaryOf,
  tagListSchema,
  type Saved,
  type SongList,
  type StoredSong,
} from '@backline/core/song/wire';
import { connect } from '../src/db/connect';
import { demoSong, seedDemo } from '../src/demo/seed';
import { DEMO_SONGS } from '../src/demo/songs';
import { NOWHERE, SONG, appOn, create, expectProblem, logged, saveOf, useApp } from './support';

const on = useApp();

describe('songs', () => {
  it('are created, read, listed, replaced and deleted', async () => {
    const made = await create(on.app);
    expect(made.revision).toBe(1);
    expect((await request(on.app).get(`/api/songs/${made.id}`).expect(200)).body).toEqual(made);
    const changed = { ...SONG, title: 'Pier at night' };
    const saved = (await request(on.app).patch(`/api/songs/${made.id}`).send(saveOf(1, changed)).expect(200))
      .body as Saved;
    expect(saved).toEqual({ id: made.id, revision: 2, updatedAt: saved.updatedAt });
    const { songs } = songListSchema.parse((await request(on.app).get('/api/songs').expect(200)).body);
    expect(songs).toMatchObject([
      { id: made.id, title: 'Pier at night', bars: 4, form: [{ name: 'Verse', bars: 4 }] },
    ]);
    await request(on.app).delete(`/api/songs/${made.id}?revision=2`).expect(204);
    expectProblem(
      await request(on.app).get(`/api/songs/${made.id}`),
      410,
      /bin .* gives it back for 30 days/,
    );
  });

  it('a save from an older revision gets 409 with the newer song, and changes nothing', async () => {
    const made = await create(on.app);
    const path = `/api/songs/${made.id}`;
    await request(on.app)
      .patch(path)
      .send(saveOf(1, { ...SONG, title: 'First' }))
      .expect(200);
    const late = await request(on.app)
      .patch(path)
      .send(saveOf(1, { ...SONG, title: 'Late' }));
    expectProblem(late, 409, /newer version/);
    const { current } = JSON.parse(late.text) as { current: StoredSong };
    expect([current.revision, current.song.title]).toEqual([2, 'First']);
    expect(((await request(on.app).get(path)).body as StoredSong).song.title).toBe('First');
  });

  it('of two saves at once one wins and one is told', async () => {
    const made = await create(on.app);
    const save = (title: string) =>
      request(on.app)
        .patch(`/api/songs/${made.id}`)
        .send(saveOf(1, { ...SONG, title }));
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
    const response = await request(on.app)
      .post('/api/songs')
      .set('Content-Type', 'application/json')
      .send(body);
    expectProblem(response, status, detail);
    expect(await on.db('songs').count().first()).toEqual({ count: '0' });
  });

  it('a song over 2 MB', async () => {
    const body = JSON.stringify({ song: { ...SONG, title: 'x'.repeat(2_200_000) } });
    expectProblem(
      await request(on.app).post('/api/songs').set('Content-Type', 'application/json').send(body),
      413,
      /2 MB at most/,
    );
  });

  it('an id that is none, an unknown one, an unknown address', async () => {
    expectProblem(await request(on.app).get('/api/songs/1%27--'), 404, /not in the songbook/);
    expectProblem(await request(on.app).get(NOWHERE), 404, /not in the songbook/);
    expectProblem(await request(on.app).patch(NOWHERE).send(saveOf(1, SONG)), 404, /not in the songbook/);
    expectProblem(await request(on.app).delete(`${NOWHERE}?revision=1`), 404, /not in the songbook/);
    expectProblem(await request(on.app).delete(NOWHERE), 422, /revision/);
    expectProblem(await request(on.app).get('/api/nothing'), 404, /nothing at this address/);
  });
});

describe('a database that is away', () => {
  it('is said as 503 without its inside', async () => {
    const away = connect('postgres://backline:x@127.0.0.1:1/none');
    const lost = appOn(away);
    expectProblem(
      await request(lost).patch(NOWHERE).send(saveOf(1, SONG)),
      503,
      /database is not answering\. Try again/,
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
    expect(await seedDemo(on.db)).toBe(true);
    const { songs: list } = songListSchema.parse((await request(on.app).get('/api/songs')).body);
    expect(list[0]!.title).toBe(songs[0]!.title);
  });

  it('is put in once, whole or not at all, and never beside songs that are there', async () => {
    const both = await Promise.all([seedDemo(on.db), seedDemo(on.db)]);
    expect(both.sort()).toEqual([false, true]);
    const count = async () => Number((await on.db('songs').count().first())!.count);
    expect(await count()).toBe(DEMO_SONGS.length);
    await on.db('songs').delete();
    expect([await seedDemo(on.db), await count()]).toEqual([false, 0]);
    await on.db('set_up').delete();
    await create(on.app);
    expect([await seedDemo(on.db), await count()]).toEqual([false, 1]);
  });
});

describe('headers', () => {
  it('forbid foreign scripts and caching of songs', async () => {
    const { headers } = await request(on.app).get('/api/songs');
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
    const first = await request(on.app).post('/api/progressions').send({ progression }).expect(201);
    await request(on.app)
      .post('/api/progressions')
      .send({ progression: { ...progression, name: 'Second' } })
      .expect(201);
    const list = userProgressionsSchema.parse(
      (await request(on.app).get('/api/progressions').expect(200)).body,
    );
    expect(list.progressions.map((p) => p.progression.name)).toEqual(['Second', 'Round the quay']);
    const { id } = userProgressionSchema.parse(first.body);
    await request(on.app).delete(`/api/progressions/${id}`).expect(204);
    expectProblem(await request(on.app).delete(`/api/progressions/${id}`), 404, /not in your library/);
    expectProblem(await request(on.app).delete('/api/progressions/nonsense'), 404, /not in your library/);
  });

  it('are refused where their chords are no numerals, or something is missing', async () => {
    const post = (wrong: object) =>
      request(on.app)
        .post('/api/progressions')
        .send({ progression: { ...progression, ...wrong } });
    expectProblem(await post({ bars: 'I | H7 | V' }), 422, /not all numerals/);
    expectProblem(await post({ name: '' }), 422, /A name is missing/);
    expectProblem(await post({ metre: '11/8' }), 422, /metre/);
    expectProblem(await request(on.app).post('/api/progressions').send({}), 422, /progression/);
  });
});

describe('the songbook is found through', () => {
  const listed = async (query: string): Promise<SongList> =>
    songListSchema.parse((await request(on.app).get(`/api/songs?${query}`).expect(200)).body);
  const titles = async (query: string) => (await listed(query)).songs.map((s) => s.title);

  beforeEach(async () => {
    const songs: [string, Partial<Song>][] = [
      ['Bay', { tempo: 90, key: 'Dm', tags: ['slow', 'sea'] }],
      ['apple', { tempo: 150, style: 'highline', tags: ['fast'] }],
      ['Cliff 100%', { tempo: 60, tags: ['sea'] }],
    ];
    for (const [title, given] of songs) await create(on.app, { ...SONG, title, ...given });
  });

  it('by words of title, key, style and tags, all of which are there', async () => {
    expect(await titles('find=BAY')).toEqual(['Bay']);
    expect(await titles('find=sea%20dm')).toEqual(['Bay']);
    expect(await titles('find=highline')).toEqual(['apple']);
    // Signs of the database are signs like others.
    expect(await titles('find=100%25')).toEqual(['Cliff 100%']);
    expect(await titles('find=_')).toEqual([]);
    expect(await titles(`find=${encodeURIComponent("' or 1=1 --")}`)).toEqual([]);
    expect((await listed('find=sea')).total).toBe(2);
  });

  it('by tag, and every tag is listed', async () => {
    expect(await titles('tag=sea')).toEqual(['Cliff 100%', 'Bay']);
    expect(tagListSchema.parse((await request(on.app).get('/api/songs/tags')).body).tags).toEqual([
      'fast',
      'sea',
      'slow',
    ]);
  });

  it('in order of what was worked on, title, key, tempo or style, page by page', async () => {
    expect(await titles('')).toEqual(['Cliff 100%', 'apple', 'Bay']);
    expect(await titles('sort=title')).toEqual(['apple', 'Bay', 'Cliff 100%']);
    expect(await titles('sort=tempo')).toEqual(['Cliff 100%', 'Bay', 'apple']);
    const first = await listed('sort=title&limit=2');
    expect([first.total, first.songs.length]).toEqual([3, 2]);
    expect(await titles(`sort=title&limit=2&after=${first.next}`)).toEqual(['Cliff 100%']);
    expectProblem(await request(on.app).get('/api/songs?sort=colour'), 422, /sort/);
  });

  it('and each song says what was changed last', async () => {
    const [song] = (await listed('find=bay')).songs;
    const patches = [{ op: 'replace', path: ['tempo'], value: 99 }];
    await request(on.app)
      .patch(`/api/songs/${song!.id}`)
      .send({ revision: 1, steps: [{ edit: randomUUID(), patches }] })
      .expect(200);
    expect((await listed('find=bay')).songs[0]).toMatchObject({ tempo: 99, changed: 'the tempo' });
  });

  it('a thousand songs are listed and searched from their summaries alone', async () => {
    const rows = Array.from({ length: 1000 }, (_, i) => ({
      id: randomUUID(),
      title: `Song ${i}`,
      revision: 1,
      // Were a song itself read, this would fail.
      song: JSON.stringify({ broken: true }),
      summary: JSON.stringify(summaryOf({ ...SONG, title: `Song ${i}`, tags: i % 2 ? ['odd'] : [] })),
    }));
    await on.db.batchInsert('songs', rows, 200);
    expect((await listed('limit=100')).songs).toHaveLength(100);
    expect(await titles('find=song%20999')).toEqual(['Song 999']);
    expect((await listed('tag=odd')).total).toBe(500);
  });
});
