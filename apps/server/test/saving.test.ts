/** A save is never lost and never taken for another's: edits have ids, lists have pages, deleted songs a bin. */
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { SONG_VERSION } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import { songListSchema, type Saved, type SongList, type StoredSong } from '@backline/core/song/wire';
import { SongStore } from '../src/songs/store';
import { SONG, create, expectProblem, saveOf, useApp } from './support';

const on = useApp();

const titled = (title: string): Song => ({ ...SONG, title });
const save = (id: string, body: object) => request(on.app).patch(`/api/songs/${id}`).send(body);
const titleOf = async (id: string): Promise<string> =>
  ((await request(on.app).get(`/api/songs/${id}`)).body as StoredSong).song.title;

describe('a save whose answer was lost', () => {
  it('sent again is answered as the first time, and saves nothing twice', async () => {
    const { id } = await create(on.app);
    const mine = saveOf(1, titled('Mine'));
    const first = (await save(id, mine).expect(200)).body as Saved;
    const again = (await save(id, mine).expect(200)).body as Saved;
    expect(again).toEqual(first);
  });

  it('is followed by the next edit, which says what it follows', async () => {
    const { id } = await create(on.app);
    const [lost, next, later] = [randomUUID(), randomUUID(), randomUUID()];
    await save(id, saveOf(1, titled('Lost'), lost)).expect(200);
    const went = await save(id, saveOf(1, titled('Next'), next, [lost])).expect(200);
    expect((went.body as Saved).revision).toBe(3);
    expect(await titleOf(id)).toBe('Next');
    // Without saying so it is a save from an older revision, like anyone's.
    expectProblem(await save(id, saveOf(1, titled('Later'), later)), 409, /newer version/);
  });

  it('gives the newer song where others have gone on from it', async () => {
    const { id } = await create(on.app);
    const edit = randomUUID();
    const mine = saveOf(1, titled('Mine'), edit);
    await save(id, mine).expect(200);
    await save(id, saveOf(2, titled('Theirs on mine'))).expect(200);
    const again = (await save(id, mine).expect(200)).body as Saved;
    expect([again.revision, again.current?.song.title]).toEqual([3, 'Theirs on mine']);
    // And an edit that follows mine, not theirs, is a conflict.
    const onMine = saveOf(1, titled('Mine 2'), randomUUID(), [edit]);
    expectProblem(await save(id, onMine), 409, /newer version/);
  });

  it('of two that follow the same edit one wins', async () => {
    const { id } = await create(on.app);
    const lost = randomUUID();
    await save(id, saveOf(1, titled('Lost'), lost)).expect(200);
    const follow = (title: string) => save(id, saveOf(1, titled(title), randomUUID(), [lost]));
    const statuses = (await Promise.all([follow('A'), follow('B')])).map((r) => r.status).sort();
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

describe('a save of what was changed', () => {
  const step = (...patches: object[]) => ({ edit: randomUUID(), patches });
  const retitle = (value: unknown) => ({ op: 'replace', path: ['title'], value });

  it('is laid on what is stored, step by step, and nothing else is sent', async () => {
    const { id } = await create(on.app);
    const steps = [step(retitle('One')), step({ op: 'replace', path: ['tempo'], value: 99 })];
    await save(id, { revision: 1, steps }).expect(200);
    const { song } = (await request(on.app).get(`/api/songs/${id}`)).body as StoredSong;
    expect(song).toEqual({ ...SONG, title: 'One', tempo: 99 });
  });

  it('goes on from the last step that arrived: none is laid on twice', async () => {
    const { id } = await create(on.app);
    const again = { op: 'add', path: ['form', 0], value: { id: 'e9', section: 's1', repeats: 1 } };
    const first = step(again);
    await save(id, { revision: 1, steps: [first] }).expect(200);
    await save(id, { revision: 1, steps: [first, step(retitle('Then'))] }).expect(200);
    const { song } = (await request(on.app).get(`/api/songs/${id}`)).body as StoredSong;
    expect([song.title, song.form.length]).toEqual(['Then', SONG.form.length + 1]);
  });

  it.each<[string, object, RegExp]>([
    [
      'a place that is not there',
      { op: 'replace', path: ['sections', 7, 'name'], value: 'x' },
      /another version/,
    ],
    ['an end of the world', { op: 'replace', path: ['form', 'length'], value: 4e9 }, /another version/],
    ['a list of holes', { op: 'replace', path: ['form', 90_000], value: 1 }, /./],
    ['the prototype', { op: 'add', path: ['__proto__', 'admin'], value: true }, /cannot be a field/],
    ['a field too many', { op: 'add', path: ['admin'], value: true }, /admin/],
    ['a title that is none', retitle(3), /title/],
    ['another operation', { op: 'swap', path: ['title'], value: 'x' }, /op/],
    ['no path', { op: 'add', value: 'x' }, /path/],
  ])('with %s is refused, and nothing is changed', async (_, patch, detail) => {
    const { id } = await create(on.app);
    expectProblem(await save(id, { revision: 1, steps: [step(patch)] }), 422, detail);
    expect((await request(on.app).get(`/api/songs/${id}`)).body).toMatchObject({ revision: 1, song: SONG });
  });

  it('has a step at least and forty at most', async () => {
    const { id } = await create(on.app);
    expectProblem(await save(id, { revision: 1, steps: [] }), 422, /at least one/);
    const steps = Array.from({ length: 41 }, () => step(retitle('x')));
    expectProblem(await save(id, { revision: 1, steps }), 422, /40 steps at most/);
  });
});

describe('what is refused before the database sees it', () => {
  const refused = async (body: object, detail: RegExp): Promise<void> => {
    const { id } = await create(on.app);
    expectProblem(await save(id, body), 422, detail);
    expect(await titleOf(id)).toBe('Pier');
  };
  it.each<[string, object, RegExp]>([
    ['a NUL', saveOf(1, titled('a\u0000b')), /one line/],
    ['half a character', saveOf(1, titled('half \ud83d')), /halves of characters/],
    ['a line break', saveOf(1, titled('two\nlines')), /one line/],
    ['a revision past 32 bits', saveOf(2 ** 40, SONG), /no revision that high/],
    ['a revision of a half', saveOf(1.5, SONG), /whole number/],
    ['a metre that is an object', saveOf(1, { ...SONG, metre: { toString: 1 } }), /no metre/],
    ['a key that is an object', saveOf(1, { ...SONG, key: { toString: 1 } }), /key/],
    ['a style that is no name', saveOf(1, { ...SONG, style: 'a\u0000' }), /small letters/],
    ['a later version', saveOf(1, { ...SONG, version: 9 }), /newer version/],
    ['an edit without an id', saveOf(1, SONG, 'x'), /id of its own/],
    [
      'a form of millions of bars',
      saveOf(1, {
        ...SONG,
        sections: SONG.sections.map((s) => ({ ...s, bars: 999 })),
        form: Array.from({ length: 200 }, (_, i) => ({ id: `e${i}`, section: 's1', repeats: 16 })),
      }),
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
      saveOf(1, {
        ...song,
        sections: [{ ...song.sections[0]!, drafts: [{ ...draft, chords: change(draft.chords) }] }],
      }),
      detail,
    );
  });

  it('a song of version 1 is brought up to this one', async () => {
    const { id } = await create(on.app);
    const sections = SONG.sections.map(({ ownLengths: _, ...section }) => section);
    const old = { ...SONG, version: 1, sections, form: SONG.form.map(({ id: _, ...entry }) => entry) };
    await save(id, saveOf(1, old)).expect(200);
    const { song } = (await request(on.app).get(`/api/songs/${id}`)).body as StoredSong;
    expect([song.version, song.form[0]!.id]).toEqual([SONG_VERSION, 'e1']);
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
    await save(made[0]!.id, saveOf(1, titled('Song 0'))).expect(200);
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
    // The page, and how many there are.
    expect(asked).toHaveLength(2);
    for (const query of asked) expect(query).not.toMatch(/"song"|select \*/);
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
    expectProblem(await save(id, saveOf(1, SONG)), 410, /bin/);
    expectProblem(await request(on.app).delete(`/api/songs/${id}?revision=1`), 404, /not in the songbook/);
    await request(on.app).post(`/api/songs/${id}/restore`).expect(200);
    expect([await listed(''), await listed('?bin=true')]).toEqual([[id], []]);
    await save(id, saveOf(1, titled('Back'))).expect(200);
  });

  it('takes nothing that was changed since it was decided on', async () => {
    const { id } = await create(on.app);
    await save(id, saveOf(1, titled('Changed'))).expect(200);
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
