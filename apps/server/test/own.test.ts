/** Styles, patterns and players of the writer's own on the server: kept, replaced, deleted, refused. */
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { LIBRARY } from '@backline/core/patternLibrary/index';
import { styleFromSong } from '@backline/core/userStyles/keep';
import {
  USER_STYLE_LIMITS,
  userStyleListSchema,
  storedUserStyleSchema,
  type StoredUserStyle,
} from '@backline/core/userStyles/wire';
import { OURS } from '@backline/core/styles/index';
import { SONG, create, expectProblem, useApp } from './support';

const on = useApp();
const styleOf = (id: string, name: string) => styleFromSong(SONG, OURS, LIBRARY, { id, name, about: '' });
const post = (document: unknown, id: string = randomUUID()) =>
  request(on.app).post('/api/own').send({ id, document });
const keep = async (id: string, name: string): Promise<StoredUserStyle> =>
  storedUserStyleSchema.parse((await post(styleOf(id, name)).expect(201)).body);
const list = async () =>
  userStyleListSchema.parse((await request(on.app).get('/api/own').expect(200)).body).own;
const put = (id: string, revision: number, document: unknown) =>
  request(on.app).put(`/api/own/${id}`).send({ revision, document });

it('a style is kept, told with the songs that play by it, replaced and deleted', async () => {
  const one = await keep('own-pier', 'Pier band');
  await create(on.app, { ...SONG, style: 'own-pier' });
  await create(on.app);
  expect((await list()).map((o) => [o.document.name, o.songs])).toEqual([['Pier band', 1]]);
  const other = { ...one.document, name: 'Quay band' };
  const replaced = storedUserStyleSchema.parse((await put(one.id, one.revision, other).expect(200)).body);
  expect([replaced.revision, replaced.document.name]).toEqual([2, 'Quay band']);
  expectProblem(await put(one.id, 1, other), 409, /changed elsewhere/);
  expectProblem(await request(on.app).delete(`/api/own/${one.id}?revision=1`), 409, /changed elsewhere/);
  await request(on.app).delete(`/api/own/${one.id}?revision=2`).expect(204);
  expectProblem(
    await request(on.app).delete(`/api/own/${one.id}?revision=2`),
    404,
    /not among what is yours/,
  );
  expectProblem(await put(one.id, 2, other), 404, /not among what is yours/);
  expectProblem(await put('nonsense', 2, other), 404, /not among what is yours/);
  expect(await list()).toEqual([]);
});

it('a player is kept among them, and refused where nobody can play so', async () => {
  const player = {
    format: 'vivid-backline-player',
    version: 1,
    id: 'own-soft',
    name: 'Soft hand',
    about: '',
    kind: 'bass',
    settings: { pattern: 'two-beat', density: 2 },
  };
  const one = storedUserStyleSchema.parse((await post(player).expect(201)).body);
  expect([one.document, one.songs]).toEqual([player, 0]);
  expectProblem(await post(player), 422, /player with the id "own-soft" already/);
  expectProblem(await post({ ...player, id: 'own-b', settings: {} }), 422, /plays by a pattern/);
  expectProblem(
    await put(one.id, 1, { ...player, settings: { pattern: 'nobodys' } }),
    422,
    /no pattern "nobodys"/,
  );
  expect((await put(one.id, 1, { ...player, name: 'Softer' }).expect(200)).body.revision).toBe(2);
});

it('sent again because the answer was lost, it is kept once', async () => {
  const id = randomUUID();
  const document = styleOf('own-pier', 'Pier band');
  await post(document, id).expect(201);
  await post(document, id).expect(201);
  expect(await list()).toHaveLength(1);
});

it('two of a name or an id are never kept, even when they come at once', async () => {
  const answers = await Promise.all(['own-a', 'own-b', 'own-c'].map((id) => post(styleOf(id, 'Same'))));
  expect(answers.map((a) => a.status).sort()).toEqual([201, 422, 422]);
  expectProblem(await post(styleOf('own-d', 'Quayside')), 422, /called “Quayside” already/);
  expectProblem(await post(styleOf('quayside', 'Other')), 422, /id "quayside" already/);
});

it('a style keeps its id: songs name it', async () => {
  const one = await keep('own-pier', 'Pier band');
  expectProblem(await put(one.id, 1, styleOf('own-quay', 'Pier band')), 422, /keeps its id/);
});

it('what is no style, or too much, is refused with its place', async () => {
  expectProblem(await post({ format: 'something' }), 422, /This is no style/);
  const file = styleOf('own-pier', 'Pier');
  expectProblem(await post({ ...file, tempo: [1, 2] }), 422, /^tempo\.0/);
  expectProblem(await post({ ...file, version: 9 }), 422, /newer version/);
  expectProblem(await post([]), 422, /document/);
  expectProblem(await request(on.app).post('/api/own').send({ document: file }), 422, /id/);
  const long = Object.fromEntries(
    ['a', 'b', 'c', 'd'].map((name) => [name, 'x'.repeat(USER_STYLE_LIMITS.length / 4)]),
  );
  expectProblem(await post({ ...file, ...long }), 422, /too large/);
  expectProblem(
    await post({ ...file, about: 'x'.repeat(USER_STYLE_LIMITS.length) }),
    422,
    /about: A text has at most/,
  );
  expect(await list()).toEqual([]);
});

it('there is an end to how many are kept, said so', async () => {
  const document = styleOf('own-pier', 'Pier');
  const rows = Array.from({ length: USER_STYLE_LIMITS.count }, (_, i) => ({
    id: randomUUID(),
    document: JSON.stringify({ ...document, id: `own-${i}`, name: `Pier ${i}` }),
  }));
  await on.db('own').insert(rows);
  expectProblem(await post(styleOf('own-more', 'More')), 422, /100 styles .* Delete one first/);
});
