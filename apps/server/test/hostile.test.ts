/** One request must not stop everybody: hostile bodies are refused in words, and the server answers the next one. */
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { songListSchema } from '@backline/core/song/wire';
import { databaseTrouble } from '../src/http/databaseTrouble';
import { asProblem } from '../src/http/problem';
import { NOWHERE, SONG, create, expectProblem, useApp } from './support';

const on = useApp();

const patch = (id: string, patches: readonly object[], revision = 1) =>
  request(on.app)
    .patch(`/api/songs/${id}`)
    .send({ revision, steps: [{ edit: randomUUID(), patches }] });

const answersAll = async (): Promise<void> => {
  const list = songListSchema.parse((await request(on.app).get('/api/songs').expect(200)).body);
  expect(list.songs.every((song) => !song.unread)).toBe(true);
};

it('a song of ten million bars is refused, new and as a change', async () => {
  const [section] = SONG.sections;
  const endless = { ...SONG, sections: [{ ...section!, bars: 10_000_000 }] };
  expectProblem(await request(on.app).post('/api/songs').send({ song: endless }), 422, /sections\.0\.bars/);
  const { id } = await create(on.app);
  const path = ['sections', 0, 'bars'];
  expectProblem(await patch(id, [{ op: 'replace', path, value: 10_000_000 }]), 422, /bars/);
  await answersAll();
});

it.each(['toString', 'constructor', '__proto__', 'hasOwnProperty'])(
  'a change of "%s" is refused and leaves the songbook as it was',
  async (word) => {
    const { id } = await create(on.app);
    for (const path of [[word], ['sections', word], ['sections', 0, word]]) {
      for (const op of ['remove', 'add', 'replace']) {
        expectProblem(await patch(id, [{ op, path, value: 1 }]), 422, /./);
      }
    }
    await answersAll();
  },
);

it('more changes than a save has, and places behind the end, are refused before anything is done', async () => {
  const { id } = await create(on.app);
  const many = Array.from({ length: 15_000 }, () => ({ op: 'add', path: ['form', 0], value: 1 }));
  expectProblem(await patch(id, many), 422, /items|too many/);
  expectProblem(await patch(id, [{ op: 'add', path: ['form', 3999], value: 1 }]), 422, /another version/);
});

it('a body nested thousands deep is refused at every address that takes one', async () => {
  const deep = '{"a":'.repeat(5000) + '1' + '}'.repeat(5000);
  const { id } = await create(on.app);
  const send = (method: 'post' | 'patch' | 'put', path: string, body: string) =>
    request(on.app)[method](path).set('Content-Type', 'application/json').send(body);
  expectProblem(await send('post', '/api/songs', `{"song":${deep}}`), 422, /too deep/);
  expectProblem(
    await send(
      'patch',
      `/api/songs/${id}`,
      `{"revision":1,"steps":[{"edit":"${randomUUID()}","patches":[{"op":"replace","path":[],"value":${deep}}]}]}`,
    ),
    422,
    /too deep/,
  );
  expectProblem(
    await send('post', '/api/own', `{"id":"${randomUUID()}","document":${deep}}`),
    422,
    /too deep/,
  );
  expectProblem(
    await send('put', NOWHERE.replace('songs', 'own'), `{"revision":1,"document":${deep}}`),
    422,
    /too deep/,
  );
  expectProblem(await send('post', '/api/progressions', `{"progression":${deep}}`), 422, /too deep/);
  await answersAll();
});

it('a line of the songbook that cannot be read is shown as such, beside the others', async () => {
  const { id } = await create(on.app);
  const other = await create(on.app, { ...SONG, title: 'Whole' });
  for (const summary of ['{}', '{"title":7}', '[]', '{"title":"Half","form":null}']) {
    await on.db('songs').where({ id }).update({ summary });
    const { songs } = songListSchema.parse((await request(on.app).get('/api/songs').expect(200)).body);
    expect(songs.map((song) => [song.id === id, song.unread ?? false]).sort()).toEqual([
      [false, false],
      [true, true],
    ]);
    expect(songs.find((song) => song.id === other.id)!.title).toBe('Whole');
  }
});

it('a stored song that cannot be read is given as it is, and gives way to a whole one only', async () => {
  const { id } = await create(on.app);
  const damaged = { ...SONG, form: [...SONG.form, ...SONG.form] };
  await on
    .db('songs')
    .where({ id })
    .update({ song: JSON.stringify(damaged) });
  const got = await request(on.app).get(`/api/songs/${id}`).expect(200);
  expect((got.body as { song: unknown }).song).toEqual(damaged);
  expectProblem(await patch(id, [{ op: 'replace', path: ['title'], value: 'A' }]), 422, /share an id/);
  await patch(id, [{ op: 'replace', path: [], value: SONG }]).expect(200);
});

it('a database that is killed within a transaction is told as one that is away', () => {
  for (const message of [
    'ROLLBACK - Client has encountered a connection error and is not queryable',
    'Connection terminated unexpectedly',
  ]) {
    expect(databaseTrouble(new Error(message))?.status).toBe(503);
    expect(asProblem(new Error(message)).status).toBe(503);
  }
});
