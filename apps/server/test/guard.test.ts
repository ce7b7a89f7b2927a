/** Who may ask, and what is said where the database cannot answer. */
import { createServer, type Server } from 'node:net';
import type { AddressInfo } from 'node:net';
import request from 'supertest';
import { connect, migrate } from '../src/db/connect';
import { databaseTrouble } from '../src/http/databaseTrouble';
import { asProblem } from '../src/http/problem';
import { NOWHERE, SONG, appOn, create, expectProblem, saveOf, testDatabase, useApp } from './support';

const on = useApp();

describe('pages elsewhere', () => {
  it.each(['evil.example', 'evil.example:4310', '127.0.0.1.evil.example', ''])(
    'by the host name "%s" nothing is read and nothing changed',
    async (host) => {
      const { id } = await create(on.app);
      for (const path of ['/api/songs', `/api/songs/${id}`, '/']) {
        expectProblem(await request(on.app).get(path).set('Host', host), 421, /not served under this name/);
      }
      const removed = await request(on.app).delete(`/api/songs/${id}?revision=1`).set('Host', host);
      expectProblem(removed, 421, /not served/);
    },
  );

  it.each(['localhost:80', '127.0.0.1:4310', '[::1]:4310', 'LOCALHOST'])(
    '%s is the app itself',
    async (host) => {
      await request(on.app).get('/api/songs').set('Host', host).expect(200);
    },
  );

  it.each([
    ['http://evil.example', undefined],
    ['http://127.0.0.1:9999', undefined],
    ['null', undefined],
    [undefined, 'cross-site'],
    [undefined, 'same-site'],
  ])('from the origin %s (%s) nothing is changed', async (origin, site) => {
    const { id } = await create(on.app);
    const from = (r: request.Test): request.Test => {
      void r.set('Host', '127.0.0.1:4310');
      if (origin) void r.set('Origin', origin);
      return site ? r.set('Sec-Fetch-Site', site) : r;
    };
    const refusals = [
      from(request(on.app).post('/api/songs')).send({ song: SONG }),
      from(request(on.app).patch(`/api/songs/${id}`)).send(saveOf(1, SONG)),
      from(request(on.app).delete(`/api/songs/${id}?revision=1`)),
      from(request(on.app).post(`/api/songs/${id}/restore`)),
    ];
    for (const refused of refusals) expectProblem(await refused, 403, /Only the app itself/);
    expect(await on.db('songs').select('revision', 'deleted_at')).toEqual([
      { revision: 1, deleted_at: null },
    ]);
  });

  it('from its own origin everything goes', async () => {
    await request(on.app)
      .post('/api/songs')
      .set({ Host: 'localhost:4310', Origin: 'http://localhost:4310', 'Sec-Fetch-Site': 'same-origin' })
      .send({ song: SONG })
      .expect(201);
  });

  it('a path that is no text is refused in words', async () => {
    expectProblem(await request(on.app).get('/api/songs/%ff%fe'), 400, /malformed/);
  });
});

describe('a database in trouble is told as what it is', () => {
  it.each([
    ['53100', 507, /no room left on its disk/],
    ['25006', 503, /takes no changes/],
    ['55P03', 503, /holds the song/],
    ['28P01', 503, /name or password/],
    ['57014', 503, /took too long/],
    ['57P01', 503, /not answering/],
    ['08006', 503, /not answering/],
    ['22021', 422, /more than the database can hold/],
  ])('%s', (code, status, detail) => {
    const problem = asProblem(Object.assign(new Error('inside'), { code }));
    expect([problem.status, problem.detail]).toEqual([status, expect.stringMatching(detail)]);
    expect(problem.detail).not.toContain('inside');
  });

  it('what is none of the database’s is not blamed on it', () => {
    for (const error of [new Error('x'), null, undefined, 'text', { code: 'toString' }]) {
      expect(databaseTrouble(error)).toBeNull();
    }
    expect(asProblem(new Error('x')).status).toBe(500);
  });

  it('frozen: it accepts and never answers', async () => {
    const silent: Server = createServer(() => undefined).listen(0, '127.0.0.1');
    await new Promise((done) => silent.once('listening', done));
    const away = connect(`postgres://backline:x@127.0.0.1:${(silent.address() as AddressInfo).port}/none`);
    expectProblem(await request(appOn(away)).get('/api/songs'), 503, /not answering/);
    await away.destroy();
    silent.close();
  });

  it('a wrong password, and a lock that is held', async () => {
    const wrong = connect(testDatabase().replace(/:[^:@/]+@/, ':wrong@'));
    expectProblem(await request(appOn(wrong)).get(NOWHERE), 503, /name or password/);
    await wrong.destroy();
    const { id } = await create(on.app);
    const held = await on.db.transaction();
    await held.raw('select * from songs where id = ? for update', [id]);
    const waiting = await request(on.app).patch(`/api/songs/${id}`).send(saveOf(1, SONG));
    await held.rollback();
    expectProblem(waiting, 503, /holds the song/);
  });

  it('read-only', async () => {
    const readOnly = connect(testDatabase() + '?options=-c%20default_transaction_read_only%3Don');
    expectProblem(
      await request(appOn(readOnly)).post('/api/songs').send({ song: SONG }),
      503,
      /takes no changes/,
    );
    await readOnly.destroy();
  });
});

describe('the schema is brought up to date', () => {
  it('also where a start was killed in the middle of it, or two come at once', async () => {
    const url = testDatabase();
    await on.db('knex_migrations_lock').update({ is_locked: 1 });
    await Promise.all([migrate(url), migrate(url)]);
    expect(await on.db('knex_migrations_lock').select('is_locked')).toEqual([{ is_locked: 0 }]);
  });

  it('songs from before it get their summaries, and open', async () => {
    const { id } = await create(on.app);
    await on.db.migrate.down();
    await migrate(testDatabase());
    const { songs } = (await request(on.app).get('/api/songs')).body as { songs: object[] };
    expect(songs).toMatchObject([{ id, title: 'Pier', bars: 4, form: [{ name: 'Verse', bars: 4 }] }]);
  });
});
