/** What the tests of the server share: an app on the tests' own database, and what a refusal looks like. */
import { randomUUID } from 'node:crypto';
import type { Express } from 'express';
import type { Knex } from 'knex';
import request from 'supertest';
import { readChart } from '@backline/core/formats/chart/index';
import type { Song } from '@backline/core/song/schema';
import { storedSongSchema, type StoredSong } from '@backline/core/song/wire';
import { wholeSong } from '@backline/core/song/patches';
import { createApp } from '../src/app';
import { PROBLEMS } from '../src/http/problemCodes';
import { connect, migrate } from '../src/db/connect';
import { UserStyleStore } from '../src/userStyles/store';
import { ProgressionStore } from '../src/progressions/store';
import { SongStore } from '../src/songs/store';
import { OURS } from '@backline/core/styles/index';

export const SONG = readChart('title: Pier\nkey: G\n[Verse]\nG | C | D7 | G', OURS);
export const NOWHERE = '/api/songs/6b1f0a52-3a7e-4a55-9a3e-1111111111ab';

/** The server of the tests. A run on any other would empty somebody's songbook, so there is none. */
function testServer(): string {
  const { DATABASE_URL, BACKLINE_DB } = process.env;
  if (!DATABASE_URL || BACKLINE_DB !== 'test') {
    throw new Error(
      'Run the tests with npm test: it starts a database of their own, and only that is emptied.',
    );
  }
  return DATABASE_URL;
}

/** Each process of the test runner has a database of its own, so that test files may run side by side. */
const NAME = `backline_${process.env.JEST_WORKER_ID ?? 'alone'}`;

export const testDatabase = (): string => testServer().replace(/\/[^/]+$/, `/${NAME}`);

async function makeDatabase(): Promise<void> {
  const server = connect(testServer());
  const { rows } = await server.raw<{ rows: unknown[] }>('select 1 from pg_database where datname = ?', [
    NAME,
  ]);
  if (!rows.length) await server.raw('create database ??', [NAME]);
  await server.destroy();
}

/** What the apps of a test file have logged. */
export const logged: unknown[] = [];

export const appOn = (db: Knex, web?: string): Express =>
  createApp({
    store: new SongStore(db),
    progressions: new ProgressionStore(db),
    own: new UserStyleStore(db),
    web,
    log: (e) => logged.push(e),
  });

/** An empty database, and an app on it, for the tests of one file. */
export function useApp(): { readonly db: Knex; readonly app: Express } {
  const held: { db?: Knex; app?: Express } = {};
  beforeAll(async () => {
    await makeDatabase();
    const url = testDatabase();
    held.db = connect(url);
    await held.db.migrate.rollback(undefined, true);
    await migrate(url);
    held.app = appOn(held.db);
  });
  afterAll(() => held.db?.destroy());
  beforeEach(async () => {
    await held.db!('songs').delete();
    await held.db!('progressions').delete();
    await held.db!('own').delete();
    await held.db!('set_up').delete();
    logged.length = 0;
  });
  return {
    get db() {
      return held.db!;
    },
    get app() {
      return held.app!;
    },
  };
}

export const create = async (app: Express, song: Song = SONG): Promise<StoredSong> =>
  storedSongSchema.parse((await request(app).post('/api/songs').send({ song }).expect(201)).body);

/** Problem details as RFC 9457 has them, with a sentence for the writer and nothing of the inside. */
export function expectProblem(response: request.Response, status: number, detail: RegExp): void {
  expect(response.status).toBe(status);
  expect(response.headers['content-type']).toMatch(/application\/problem\+json/);
  const body = JSON.parse(response.text) as Record<string, unknown>;
  expect(body).toMatchObject({ type: `urn:backline:${body.code}`, status });
  expect(Object.keys(PROBLEMS)).toContain(body.code);
  expect(body.detail).toMatch(detail);
  expect(response.text).not.toMatch(/\bat .*\.ts|node_modules|stack/);
}

/** A save of a whole song, behind steps that were sent before and may have come to nothing. */
export const saveOf = (
  revision: number,
  song: object,
  edit: string = randomUUID(),
  after: readonly string[] = [],
): object => ({
  revision,
  steps: [...after.map((before) => ({ edit: before, patches: [] })), { edit, patches: [wholeSong(song)] }],
});
