/** What an earlier version of the app kept in local storage comes into the journal, and nothing of it is lost. */
import { IDBObjectStore } from 'fake-indexeddb';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { withPatches } from '@backline/core/song/patches';
import { readRun, runKeys, writeRun } from '../journal';
import { bringOver, damagedBefore, isBefore } from '../keptBefore';

const song = readChart('title: Left behind\n[Verse]\nG | C', OURS);
const kept = (tab: string, what: unknown): string => {
  const key = `backline/unsaved/song-1/${tab}`;
  localStorage.setItem(key, typeof what === 'string' ? what : JSON.stringify(what));
  return key;
};
const NOBODY = new Set<string>();

beforeEach(async () => {
  localStorage.clear();
  for (const key of await runKeys()) await writeRun(null, [], key);
});

it('a song that a tab left behind is in the journal with its steps, its revision and its time', async () => {
  const key = kept('gone', { revision: 4, song, edit: 'e2', after: ['e0', 'e1', 7], at: 1234 });
  await bringOver(NOBODY);
  expect(localStorage.getItem(key)).toBeNull();
  const [run] = await runKeys();
  expect(run).toBe('song-1/gone/before');
  const found = (await readRun(run!))!;
  expect(found.run).toMatchObject({ revision: 4, gone: false });
  expect(found.edits.map(({ step, n, at }) => [step, n, at])).toEqual([
    ['e0', 0, 1234],
    ['e1', 1, 1234],
    ['e2', 2, 1234],
  ]);
  expect(withPatches({} as typeof song, found.edits.at(-1)!.patches)).toEqual(song);
});

it('what a living tab works on stays where it is', async () => {
  const key = kept('here', { revision: 1, song });
  await bringOver(new Set(['here']));
  expect(localStorage.getItem(key)).not.toBeNull();
  expect(await runKeys()).toEqual([]);
  expect(damagedBefore(new Set(['here']))).toEqual([]);
});

it('what is damaged stays as it stands and is told; the others come over all the same', async () => {
  const damaged = [
    kept('a', '{"revision": 3, "song":'),
    kept('b', { revision: 'three', song }),
    kept('c', 'null'),
    kept('d', { revision: 1, song: 'none' }),
  ];
  kept('e', { revision: 2, song, gone: true });
  await bringOver(NOBODY);
  expect((await runKeys()).map(String)).toEqual(['song-1/e/before']);
  expect(await readRun('song-1/e/before')).toMatchObject({ run: { gone: true } });
  expect(
    damagedBefore(NOBODY)
      .map(({ key }) => key)
      .sort(),
  ).toEqual(damaged.sort());
  expect(damagedBefore(NOBODY).find(({ key }) => key === damaged[0])!.text).toBe('{"revision": 3, "song":');
  expect(damaged.every(isBefore)).toBe(true);
  expect(isBefore('backline/preferences')).toBe(false);
});

it('a device that is full loses nothing: it stays in the old place until it can be written', async () => {
  const key = kept('gone', { revision: 4, song });
  const full = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  await bringOver(NOBODY);
  expect(localStorage.getItem(key)).not.toBeNull();
  full.mockRestore();
  await bringOver(NOBODY);
  expect(localStorage.getItem(key)).toBeNull();
  expect(await runKeys()).toEqual(['song-1/gone/before']);
});
