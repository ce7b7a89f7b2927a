/** Two devices that changed different things of a song are both right; who changed the same is asked. */
import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import request from 'supertest';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { insertBar, setBar } from '@backline/core/edits/bars';
import { renameSection, addSection } from '@backline/core/edits/form';
import { removeSection } from '@backline/core/edits/removed';
import { setMix, setTempo, setTitle } from '@backline/core/edits/song';
import { readChart } from '@backline/core/formats/chart/index';
import { songChanges } from '@backline/core/song/changes';
import type { SongPatch } from '@backline/core/song/patches';
import type { Song } from '@backline/core/song/schema';
import type { Saved, StoredSong } from '@backline/core/song/wire';
import { OURS } from '@backline/core/styles/index';
import { create, expectProblem, useApp } from './support';

const on = useApp();

const PIER = readChart('title: Pier\n[A]\nC | F | G | C\n[B]\nAm | Dm | E7 | Am', OURS);
const edited = (song: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, edit) => applyEdit(now, edit)?.song ?? now, song);

/** A device: the song and the revision as it knows them. */
class Device {
  constructor(
    readonly id: string,
    public song: Song,
    public revision = 1,
  ) {}

  /** Makes edits and saves them in one step, or sends an earlier one once more. */
  async save(edits: readonly Edit[], edit: string = randomUUID()) {
    const mine = edited(this.song, ...edits);
    const answer = await this.send(songChanges(this.song, mine), edit);
    if (answer.status === 200) {
      const { revision, current } = answer.body as Saved;
      this.song = current?.song ?? mine;
      this.revision = revision;
    }
    return answer;
  }

  send(patches: readonly SongPatch[], edit: string = randomUUID()) {
    const steps = [{ edit, patches }];
    return request(on.app).patch(`/api/songs/${this.id}`).send({ revision: this.revision, steps });
  }
}

async function twoDevices(): Promise<[Device, Device]> {
  const { id, song } = await create(on.app, PIER);
  return [new Device(id, song), new Device(id, song)];
}

const storedSong = async (id: string): Promise<StoredSong> =>
  (await request(on.app).get(`/api/songs/${id}`)).body as StoredSong;

it('edits of different sections are both there after the next save of each, without a question', async () => {
  const [one, other] = await twoDevices();
  expect((await one.save([setBar('s1', 0, 'Em7')])).status).toBe(200);
  expect((await other.save([insertBar('s2', 1), setBar('s2', 1, 'Bb')])).status).toBe(200);
  expect((await one.save([setMix('bass', { level: 30 })])).status).toBe(200);
  const both = edited(
    PIER,
    setBar('s1', 0, 'Em7'),
    insertBar('s2', 1),
    setBar('s2', 1, 'Bb'),
    setMix('bass', { level: 30 }),
  );
  expect(one.song).toEqual(both);
  expect((await storedSong(one.id)).song).toEqual(both);
  expect((await other.save([setTempo(77)])).status).toBe(200);
  expect(other.song).toEqual(edited(both, setTempo(77)));
});

it.each<[string, Edit[], Edit[]]>([
  ['the same chord', [setBar('s1', 0, 'Em')], [setBar('s1', 0, 'Eb')]],
  ['bars of the same section', [insertBar('s1', 1)], [insertBar('s1', 3)]],
  ['the title', [setTitle('One')], [setTitle('Two')]],
  ['a section, which the other has taken out', [removeSection('s2')], [renameSection('s2', 'Bridge')]],
  [
    'a name, which the other has given to something else',
    [renameSection('s1', 'X')],
    [renameSection('s2', 'X')],
  ],
  ['two new sections', [addSection('New', 'C')], [addSection('Newer', 'C')]],
])('who changed %s is asked, and nothing is changed', async (_, mine, theirs) => {
  const [one, other] = await twoDevices();
  await one.save(mine);
  const before = await storedSong(one.id);
  const answer = await other.save(theirs);
  expectProblem(answer, 409, /newer version/);
  expect((answer.body as { current: StoredSong }).current).toEqual(before);
  expect(await storedSong(one.id)).toEqual(before);
});

it('a save that went together with others is known when it comes again', async () => {
  const [one, other] = await twoDevices();
  await one.save([setTempo(99)]);
  const edit = randomUUID();
  const patches = songChanges(other.song, edited(other.song, setTitle('Mine')));
  const first = (await other.send(patches, edit)).body as Saved;
  expect(first.current?.song).toMatchObject({ title: 'Mine', tempo: 99 });
  const again = (await other.send(patches, edit)).body as Saved;
  expect(again.revision).toBe(first.revision);
  expect((await storedSong(one.id)).revision).toBe(first.revision);
});

it('patches of three revisions ago are laid on; those of a hundred and more ago are asked about', async () => {
  const [one, other] = await twoDevices();
  for (const tempo of [80, 90, 100]) await one.save([setTempo(tempo)]);
  expect((await other.save([setTitle('After three')])).status).toBe(200);
  for (let i = 0; i < 102; i++) await one.save([setTempo(80 + (i % 60))]);
  expectProblem(await other.save([setTitle('After many')]), 409, /newer version/);
}, 60_000);

it('a whole song from an older revision, and patches by place, are never laid on what they have not seen', async () => {
  const [one, other] = await twoDevices();
  await one.save([setTempo(99)]);
  expectProblem(await other.send([{ op: 'replace', path: [], value: PIER }]), 409, /newer version/);
  const byPlace: SongPatch = { op: 'replace', path: ['sections', 0, 'name'], value: 'Z' };
  expectProblem(await other.send([byPlace]), 409, /newer version/);
});

it('whatever rows of edits two devices save: all that is answered by yes is in the song, in either order', async () => {
  const edits = fc.array(
    fc.constantFrom<(n: number) => Edit>(
      (n) => setBar(n % 2 ? 's1' : 's2', n % 4, 'Bb F'),
      (n) => insertBar(n % 3 ? 's1' : 's2', n % 3),
      (n) => renameSection(n % 2 ? 's1' : 's2', `Name ${n}`),
      (n) => setMix(n % 2 ? 'bass' : 'keys', { level: n }),
      (n) => setTempo(60 + n),
    ),
    { minLength: 1, maxLength: 3 },
  );
  await fc.assert(
    fc.asyncProperty(edits, edits, fc.nat({ max: 40 }), async (mine, theirs, n) => {
      const a = mine.map((make) => make(n));
      const b = theirs.map((make) => make(n + 1));
      const ends = [];
      for (const [first, second] of [
        [a, b],
        [b, a],
      ] as const) {
        const [one, other] = await twoDevices();
        await one.save(first);
        const { status } = await other.save(second);
        ends.push({ status, song: status === 200 ? (await storedSong(one.id)).song : null });
      }
      expect(ends[0]).toEqual(ends[1]);
    }),
    { numRuns: 25 },
  );
}, 120_000);
