/** A save is never lost and never taken for another's: edits have ids, lists have pages, deleted songs a bin. */
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import type { Song } from '@backline/core/song/schema';
import { songListSchema, type Saved, type SongList, type StoredSong } from '@backline/core/song/transport';
import { SongStore } from '../src/songs/store';
import { SONG, create, expectProblem, useApp } from './support';

const on = useApp();

const titled = (title: string): Song => ({ ...SONG, title });
const put = (id: string, body: object) => request(on.app).put(`/api/songs/${id}`).send(body);
const titleOf = async (id: string): Promise<string> =>
  ((await request(on.app).get(`/api/songs/${id}`)).body as StoredSong).song.title;

describe('a save whose answer was lost', () => {
  it('sent again is answered as the first time, and saves nothing twice', async () => {
    const { id } = await create(on.app);
    const save = { revision: 1, song: titled('Mine'), edit: randomUUID() };
    const first = (await put(id, save).expect(200)).body as Saved;
    const again = (await put(id, save).expect(200)).body as Saved;
    expect(again).toEqual(first);
  });

  it('is followed by the next edit, which says what it follows', async () => {
    const { id } = await create(on.app);
    const [lost, next, later] = [randomUUID(), randomUUID(), randomUUID()];
    await put(id, { revision: 1, song: titled('Lost'), edit: lost }).expect(200);
    const went = await put(id, { revision: 1, song: titled('Next'), edit: next, after: [lost] }).expect(200);
    expect((went.body as Saved).revision).toBe(3);
    expect(await titleOf(id)).toBe('Next');
    // Without saying so it is a save from an older revision, like anyone's.
    expectProblem(await put(id, { revision: 1, song: titled('Later'), edit: later }), 409, /newer version/);
  });

  it('gives the newer song where others have gone on from it', async () => {
    const { id } = await create(on.app);
    const mine = { revision: 1, song: titled('Mine'), edit: randomUUID() };
    await put(id, mine).expect(200);
    await put(id, { revision: 2, song: titled('Theirs on mine'), edit: randomUUID() }).expect(200);
    const again = (await put(id, mine).expect(200)).body as Saved;
    expect([again.revision, again.current?.song.title]).toEqual([3, 'Theirs on mine']);
    // And an edit that follows mine, not theirs, is a conflict.
    const onMine = { revision: 1, song: titled('Mine 2'), edit: randomUUID(), after: [mine.edit] };
    expectProblem(await put(id, onMine), 409, /newer version/);
  });

  it('of two that follow the same edit one wins', async () => {
    const { id } = await create(on.app);
    const lost = randomUUID();
    await put(id, { revision: 1, song: titled('Lost'), edit: lost }).expect(200);
    const save = (title: string) =>
      put(id, { revision: 1, song: titled(title), edit: randomUUID(), after: [lost] });
    const statuses = (await Promise.all([save('A'), save('B')])).map((r) => r.status).sort();
    expect(statuses).toEqual([200, 409]);
  });

  it('of a new song makes no second one', async () => {
    const body = { song: SONG, id: randomUUID() };
    await request(on.app).post('/api/songs').send(body).expect(201);
    const again = await request(on.app).post('/api/songs').send(body).expect(201);
    expect((again.body as StoredSong).id).toBe(body.id);
    expect((await new SongStore(on.db).list()).songs).toHaveLength(1);
  });
});

describe('what is refused before the database sees it', () => {
  const refused = async (body: object, detail: RegExp): Promise<void> => {
    const { id } = await create(on.app);
    expectProblem(await put(id, body), 422, detail);
    expect(await titleOf(id)).toBe('Pier');
  };
  it.each<[string, object, RegExp]>([
    ['a NUL', { revision: 1, song: titled('a\u0000b') }, /one line/],
    ['half a character', { revision: 1, song: titled('half \ud83d') }, /halves of characters/],
    ['a line break', { revision: 1, song: titled('two\nlines') }, /one line/],
    ['a revision past 32 bits', { revision: 2 ** 40, song: SONG }, /no revision that high/],
    ['a revision of a half', { revision: 1.5, song: SONG }, /whole number/],
    ['a metre that is an object', { revision: 1, song: { ...SONG, metre: { toString: 1 } } }, /no metre/],
    ['a key that is an object', { revision: 1, song: { ...SONG, key: { toString: 1 } } }, /key/],
    ['a style that is no name', { revision: 1, song: { ...SONG, style: 'a\u0000' } }, /small letters/],
    ['a later version', { revision: 1, song: { ...SONG, version: 9 } }, /newer version/],
    ['an edit without an id', { revision: 1, song: SONG, edit: 'x' }, /id of its own/],
    [
      'a form of millions of bars',
      {
        revision: 1,
        song: {
          ...SONG,
          sections: SONG.sections.map((s) => ({ ...s, bars: 999 })),
          form: Array.from({ length: 200 }, (_, i) => ({ id: `e${i}`, section: 's1', repeats: 16 })),
        },
      },
      /5000 at most/,
    ],
  ])('%s', (_, body, detail) => refused(body, detail));

  it.each<[string, (chords: Song['sections'][number]['drafts'][number]['chords']) => unknown, RegExp]>([
    ['chords out of order', (c) => [c[1], c[0], ...c.slice(2)], /out of order/],
    ['chords that overlap', (c) => [{ ...c[0]!, length: 5000 }, ...c.slice(1)], /overlap/],
    ['chords that share an id', (c) => c.map((x) => ({ ...x, id: 'c1' })), /share an id/],
    ['a chord behind the end', (c) => [...c, { ...c[0]!, id: 'c9', start: 99_999 }], /after the section/],
  ])('%s', async (_, change, detail) => {
    const song = JSON.parse(JSON.stringify(SONG)) as Song;
    const draft = song.sections[0]!.drafts[0]!;
    await refused(
      {
        revision: 1,
        song: {
          ...song,
          sections: [{ ...song.sections[0]!, drafts: [{ ...draft, chords: change(draft.chords) }] }],
        },
      },
      detail,
    );
  });

  it('a song of version 1 is brought up to this one', async () => {
    const { id } = await create(on.app);
    const sections = SONG.sections.map(({ ownLengths: _, ...section }) => section);
    const old = { ...SONG, version: 1, sections, form: SONG.form.map(({ id: _, ...entry }) => entry) };
    await put(id, { revision: 1, song: old }).expect(200);
    const { song } = (await request(on.app).get(`/api/songs/${id}`)).body as StoredSong;
    expect([song.version, song.form[0]!.id]).toEqual([3, 'e1']);
  });
});

describe('the songbook', () => {
  const list = async (query = ''): Promise<SongList> =>
    songListSchema.parse((await request(on.app).get(`/api/songs${query}`).expect(200)).body);

  it('is read page by page to its last song, however many', async () => {
    const store = new SongStore(on.db);
    for (let i = 0; i < 23; i++) await store.create(titled(`Song ${i}`));
    const titles: string[] = [];
    let next: string | null = '';
    while (next !== null) {
      const page = await list(next ? `?limit=5&after=${next}` : '?limit=5');
      expect(page.songs.length).toBeLessThanOrEqual(5);
      titles.push(...page.songs.map((s) => s.title));
      next = page.next;
    }
    expect(titles).toEqual(Array.from({ length: 23 }, (_, i) => `Song ${22 - i}`));
  });

  it('gives no song twice and leaves none out while songs are worked on', async () => {
    const made = [];
    for (let i = 0; i < 6; i++) made.push(await create(on.app, titled(`Song ${i}`)));
    const first = await list('?limit=3');
    await put(made[0]!.id, { revision: 1, song: titled('Song 0') }).expect(200);
    const rest = await list(`?limit=9&after=${first.next}`);
    expect(rest.songs.map((s) => s.title)).toEqual(['Song 2', 'Song 1']);
    expect((await list()).songs[0]!.title).toBe('Song 0');
  });

  it('reads summaries only: no query of a list touches the songs themselves', async () => {
    await create(on.app);
    const asked: string[] = [];
    const spy = (query: { sql: string }): unknown => asked.push(query.sql);
    on.db.on('query', spy);
    await list();
    on.db.off('query', spy);
    expect(asked).toHaveLength(1);
    expect(asked[0]).not.toMatch(/"song"|\*/);
  });

  it('a page that is none is refused', async () => {
    for (const query of ['after=x', 'limit=0', 'limit=9999', 'after[]=1', 'bin=perhaps']) {
      expectProblem(await request(on.app).get(`/api/songs?${query}`), 422, /./);
    }
  });
});

describe('the bin', () => {
  it('takes a deleted song and gives it back; a save to it meanwhile is told where it is', async () => {
    const { id } = await create(on.app);
    await request(on.app).delete(`/api/songs/${id}?revision=1`).expect(204);
    const listed = async (query: string) =>
      songListSchema.parse((await request(on.app).get(`/api/songs${query}`)).body).songs.map((s) => s.id);
    expect([await listed(''), await listed('?bin=true')]).toEqual([[], [id]]);
    expectProblem(await put(id, { revision: 1, song: SONG }), 410, /bin/);
    expectProblem(await request(on.app).delete(`/api/songs/${id}?revision=1`), 404, /not in the songbook/);
    await request(on.app).post(`/api/songs/${id}/restore`).expect(200);
    expect([await listed(''), await listed('?bin=true')]).toEqual([[id], []]);
    await put(id, { revision: 1, song: titled('Back') }).expect(200);
  });

  it('takes nothing that was changed since it was decided on', async () => {
    const { id } = await create(on.app);
    await put(id, { revision: 1, song: titled('Changed') }).expect(200);
    expectProblem(await request(on.app).delete(`/api/songs/${id}?revision=1`), 409, /newer version/);
    expect(await titleOf(id)).toBe('Changed');
  });

  it('lets go after thirty days, not before', async () => {
    const [kept, gone] = [await create(on.app), await create(on.app)];
    for (const [song, days] of [
      [kept, 29],
      [gone, 31],
    ] as const) {
      await request(on.app).delete(`/api/songs/${song.id}?revision=1`).expect(204);
      await on
        .db('songs')
        .where({ id: song.id })
        .update({ deleted_at: on.db.raw(`now() - interval '${days} days'`) });
    }
    expect(await new SongStore(on.db).emptyBin()).toBe(1);
    expect((await new SongStore(on.db).list({ bin: true })).songs.map((s) => s.id)).toEqual([kept.id]);
  });
});
