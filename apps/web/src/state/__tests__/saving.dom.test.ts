/** What becomes of a save, whatever the server, the device and the writer do meanwhile. */
import { SONG_VERSION } from '@backline/core/song/read';
import { act, renderHook, waitFor } from '@testing-library/react';
import { IDBObjectStore } from 'fake-indexeddb';
import fc from 'fast-check';
import { setBar } from '@backline/core/edits/bars';
import { setMix, setTempo, setTitle } from '@backline/core/edits/song';
import { chordsInUse } from '@backline/core/song/inUse';
import { readChart } from '@backline/core/formats/chart/index';
import { withPatches } from '@backline/core/song/patches';
import type { Song } from '@backline/core/song/schema';
import type { Save, Saved, StoredSong } from '@backline/core/song/wire';
import { ApiError, createSongAt, saveSong, songKept, songPath } from '../api';
import { readRun, runKeys, writeRun } from '../journal';
import * as keptEdits from '../keptEdits';
import { keptAnswer } from '../keptAnswers';
import {
  discardUnsaved,
  rehome,
  removeUnreadEdits,
  sendUnsaved,
  useUnsavedElsewhere,
  useUnread,
} from '../unsavedElsewhere';
import { change, closeSong, openSong, saveAgain, undo, useOpenSong } from '../openSong';
import { newId } from '../newId';
import { flush, settled } from '../saver';
import { useAutosave } from '../useAutosave';
import { OURS } from '@backline/core/styles/index';

const { adoptOrphan, forgetEdits, ownEdits } = keptEdits;

jest.mock('../api', () => ({
  ...jest.requireActual<object>('../api'),
  saveSong: jest.fn(),
  createSongAt: jest.fn(),
}));

const ID = '6b1f0a52-3a7e-4a55-9a3e-1111111111ab';
const song = readChart('title: Pier\n[Verse]\nG | C', OURS);
const stored = (revision: number, title = 'Pier'): StoredSong => ({
  id: ID,
  revision,
  updatedAt: '',
  song: { ...song, title },
});
const now = () => useOpenSong.getState();
/** Title and ids of the steps of a save, as a server that has the song would see them. */
const titleOf = ({ steps }: Pick<Save, 'steps'>): string =>
  withPatches(
    song,
    steps.flatMap(({ patches }) => patches),
  ).title;
const idsOf = ({ steps }: Pick<Save, 'steps'>): string[] => steps.map(({ edit }) => edit);
/** Everything the device was told is written. */
const written = async (): Promise<readonly string[]> => {
  await writeRun(null, []);
  return runKeys();
};
const titlePatch = (title: string) => ({ op: 'replace' as const, path: ['title'], value: title });

async function clearDevice(): Promise<void> {
  localStorage.clear();
  for (const key of await runKeys()) await writeRun(null, [], key);
}

/** The device is full until it is let go. */
const fullDevice = () =>
  jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
const put = jest.mocked(saveSong);
const away = new ApiError('away', 0, 'The server does not answer.');

/** A save under way, answered when the test says so. */
function pending() {
  let answer!: (saved: Saved) => void;
  let fail!: (error: unknown) => void;
  put.mockImplementationOnce(
    () => new Promise<Saved>((resolve, reject) => ([answer, fail] = [resolve, reject])),
  );
  return {
    answer: (revision: number, current?: StoredSong) =>
      answer({ id: ID, revision, updatedAt: '', ...(current ? { current } : {}) }),
    fail: (e: unknown) => fail(e),
  };
}

beforeEach(async () => {
  forgetEdits(ID);
  await clearDevice();
  closeSong();
  put.mockReset().mockRejectedValue(away);
  jest.mocked(createSongAt).mockReset();
  openSong(stored(4));
});

describe('a save', () => {
  it('is settled when it is answered, and forgotten on the device', async () => {
    put.mockResolvedValueOnce({ id: ID, revision: 5, updatedAt: '' });
    change(setTitle('Quay'));
    expect(await written()).toHaveLength(1);
    await flush(ID);
    expect([now().save, now().revision, ownEdits(ID)]).toEqual(['saved', 5, null]);
    expect(await written()).toEqual([]);
  });

  it('of a song begun here goes on from it as it was made, whatever another tab has made of it since', async () => {
    closeSong();
    openSong(stored(keptEdits.NEVER_STORED));
    jest.mocked(createSongAt).mockResolvedValueOnce(stored(3, 'Others'));
    put.mockResolvedValueOnce({ id: ID, revision: 2, updatedAt: '' });
    change(setTitle('Quay'));
    await flush(ID);
    expect(put.mock.calls[0]![1].revision).toBe(keptEdits.FIRST_STORED);
    expect(titleOf(put.mock.calls[0]![1])).toBe('Quay');
  });

  it('of a song begun here takes along what was written while it was stored first, and what comes later is new', async () => {
    closeSong();
    openSong(stored(keptEdits.NEVER_STORED));
    let made!: (song: StoredSong) => void;
    jest.mocked(createSongAt).mockReturnValueOnce(new Promise((resolve) => (made = resolve)));
    const first = pending();
    const second = pending();
    change(setTitle('One'));
    const sending = flush(ID);
    change(setTitle('Two'));
    made(stored(1));
    await waitFor(() => expect(put).toHaveBeenCalledTimes(1));
    change(setTitle('Three'));
    first.answer(2);
    await waitFor(() => expect(put).toHaveBeenCalledTimes(2));
    second.answer(3);
    await sending;
    const [before, after] = put.mock.calls.map(([, sent]) => sent);
    expect([titleOf(before!), titleOf(after!)]).toEqual(['Two', 'Three']);
    // A step that was sent is not sent again with more in it: the server knows it, and would leave that out.
    expect(idsOf(after!).filter((edit) => idsOf(before!).includes(edit))).toEqual([]);
    expect(now().save).toBe('saved');
  });

  it('leaves the server with all that was written, in whatever order answers come, get lost and edits are made', async () => {
    const anyEdit = fc.constantFrom('title', 'level', 'save');
    await fc.assert(
      fc.asyncProperty(
        fc.scheduler(),
        fc.array(anyEdit, { minLength: 2, maxLength: 8 }),
        fc.array(fc.boolean(), { maxLength: 6 }),
        fc.boolean(),
        async (s, edits, lost, isNew) => {
          closeSong();
          const id = newId();
          const server = { song: song as Song, revision: isNew ? 0 : 4, known: new Set<string>() };
          // Done by the server at one time, heard of at another, or never.
          const answered = async <T>(what: string, work: () => T): Promise<T> => {
            await s.schedule(Promise.resolve(), `${what} arrives`);
            const answer = work();
            await s.schedule(Promise.resolve(), `${what} answers`);
            if (lost.pop()) throw away;
            return answer;
          };
          jest.mocked(createSongAt).mockImplementation((base) =>
            answered('making', () => {
              if (!server.revision) Object.assign(server, { song: base, revision: 1 });
              return { ...stored(server.revision), song: server.song };
            }),
          );
          put.mockImplementation((_, { steps }) =>
            answered('saving', () => {
              for (const { edit, patches } of steps) {
                if (server.known.has(edit)) continue;
                server.known.add(edit);
                server.song = withPatches(server.song, patches);
                server.revision++;
              }
              return { id, revision: server.revision, updatedAt: '' };
            }),
          );
          openSong({ ...stored(isNew ? keptEdits.NEVER_STORED : 4), id });
          const writer = s.scheduleSequence(
            edits.map((edit, i) => ({
              label: edit,
              builder: () => {
                if (edit === 'title') change(setTitle(`Pier ${i}`));
                else if (edit === 'level') change(setMix(song.parts[i % 3]!.id, { level: i }));
                else void flush(id);
                return Promise.resolve();
              },
            })),
          );
          await s.waitAll();
          await writer.task;
          const saves = async () => {
            for (let i = 0; i < 20 && ownEdits(id); i++) await flush(id);
          };
          await s.waitFor(saves());
          expect(ownEdits(id)).toBeNull();
          expect(server.song).toEqual(now().song);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('whose answer was lost is no conflict with oneself, however many edits come before the server is back', async () => {
    // A server as ours is: it goes on from the last step that it has, and knows no other.
    const server = { song: song as Song, revision: 4, last: null as string | null };
    const arrives = ({ revision, steps }: Pick<Save, 'revision' | 'steps'>): Saved => {
      expect(steps.length).toBeLessThanOrEqual(40);
      const known = steps.findIndex(({ edit }) => edit === server.last);
      if (known < 0 && revision !== server.revision) {
        throw new ApiError('problem', 409, 'changed elsewhere', {
          current: stored(server.revision),
        } as never);
      }
      for (const { edit, patches } of steps.slice(known + 1)) {
        server.song = withPatches(server.song, patches);
        server.last = edit;
      }
      server.revision++;
      return { id: ID, revision: server.revision, updatedAt: '' };
    };
    put.mockImplementationOnce((_, save) => {
      arrives(save);
      return Promise.reject(away);
    });
    for (let i = 0; i < 60; i++) {
      change(setTitle(`Edit ${i}`));
      await flush(ID);
    }
    put.mockImplementation((_, save) => Promise.resolve().then(() => arrives(save)));
    await flush(ID);
    expect([now().save, ownEdits(ID), server.song.title]).toEqual(['saved', null, 'Edit 59']);
    expect(server.song).toEqual(now().song);
  });

  it('is kept for when the server is away, as it was saved', async () => {
    for (const [i, title] of ['A', 'B', 'C'].entries()) {
      put.mockResolvedValueOnce({ id: ID, revision: 5 + i, updatedAt: 'now' });
      change(setTitle(title));
      await flush(ID);
    }
    const kept = songKept(await keptAnswer(songPath(ID)));
    expect([kept?.revision, kept?.song.title]).toEqual([7, 'C']);
  });

  describe('that others have changed meanwhile', () => {
    const theirs = (title: string, tempo = 77): Saved => ({
      id: ID,
      revision: 9,
      updatedAt: '',
      current: { id: ID, revision: 9, updatedAt: '', song: { ...song, title, tempo } },
    });

    it('takes in what they changed, and undo goes back over mine alone', async () => {
      put.mockResolvedValueOnce(theirs('Mine'));
      change(setTitle('Mine'));
      await flush(ID);
      expect([now().song?.title, now().song?.tempo, now().revision, now().save]).toEqual([
        'Mine',
        77,
        9,
        'saved',
      ]);
      undo();
      expect([now().song?.title, now().song?.tempo]).toEqual([song.title, 77]);
      expect(ownEdits(ID)).toMatchObject({ revision: 9, song: { title: song.title, tempo: 77 } });
    });

    it('is not undone over what they changed of the same: that is said, and theirs stays', async () => {
      put.mockResolvedValueOnce({ id: ID, revision: 5, updatedAt: '' });
      change(setTempo(140));
      await flush(ID);
      put.mockResolvedValueOnce(theirs('Mine', 77));
      change(setTitle('Mine'));
      await flush(ID);
      undo();
      undo();
      expect(now().refusal).toMatch(/was changed elsewhere since/);
      expect([now().song?.title, now().song?.tempo]).toEqual([song.title, 77]);
    });

    it('goes on with what was typed while it was on its way, where that touches nothing of theirs', async () => {
      const first = pending();
      change(setTitle('Sent'));
      const going = flush(ID);
      change(setBar('s1', 0, 'Am'));
      put.mockImplementationOnce((_, { revision, steps }) => {
        expect([revision, steps.length]).toEqual([9, 1]);
        return Promise.resolve({ id: ID, revision: 10, updatedAt: '' });
      });
      first.answer(9, theirs('Sent').current);
      await going;
      expect([now().song?.title, now().song?.tempo, now().revision, now().save]).toEqual([
        'Sent',
        77,
        10,
        'saved',
      ]);
      expect(chordsInUse(now().song!.sections[0]!)[0]!.symbol).toBe('Am');
    });

    it('asks where what was typed meanwhile is the same as theirs', async () => {
      const first = pending();
      change(setTitle('Sent'));
      const going = flush(ID);
      change(setTempo(140));
      put.mockRejectedValueOnce(
        new ApiError('problem', 409, 'changed elsewhere', { current: theirs('Sent').current } as never),
      );
      first.answer(9, theirs('Sent').current);
      await going;
      expect([now().save, now().song?.tempo, now().newer?.song.tempo]).toEqual(['conflict', 140, 77]);
    });
  });

  it('takes what was typed meanwhile along, from the new revision', async () => {
    const first = pending();
    const second = pending();
    change(setTitle('One'));
    const sending = flush(ID);
    change(setTitle('Two'));
    expect(idsOf(ownEdits(ID)!)[0]).toEqual(idsOf(put.mock.calls[0]![1])[0]);
    first.answer(5);
    await Promise.resolve();
    second.answer(6);
    await sending;
    expect(put.mock.calls.map(([, sent]) => [sent.revision, titleOf(sent), sent.steps.length])).toEqual([
      [4, 'One', 1],
      [5, 'Two', 1],
    ]);
    expect([now().save, now().revision]).toEqual(['saved', 6]);
  });

  it('under way while the song is left: its answer is one’s own, also when the song is opened again', async () => {
    const save = pending();
    change(setTitle('Left in a hurry'));
    const sending = flush(ID);
    closeSong();
    const opened = settled(ID).then(() => openSong(stored(5, 'Left in a hurry')));
    save.answer(5);
    await sending;
    await opened;
    expect([now().save, now().revision, now().song!.title, ownEdits(ID)]).toEqual([
      'saved',
      5,
      'Left in a hurry',
      null,
    ]);
  });

  it('whose answer is lost is sent again under the same id', async () => {
    put.mockRejectedValueOnce(away).mockResolvedValueOnce({ id: ID, revision: 5, updatedAt: '' });
    change(setTitle('Once'));
    await flush(ID);
    expect([now().save, now().trouble]).toEqual(['waiting', away.message]);
    await flush(ID);
    expect(idsOf(put.mock.calls[1]![1])).toEqual(idsOf(put.mock.calls[0]![1]));
    expect(now().save).toBe('saved');
  });

  it('that others have gone on from opens their version, which holds one’s own', async () => {
    put.mockResolvedValueOnce({ id: ID, revision: 7, updatedAt: '', current: stored(7, 'Theirs on mine') });
    change(setTitle('Mine'));
    await flush(ID);
    expect([now().song!.title, now().revision, now().save]).toEqual(['Theirs on mine', 7, 'saved']);
  });

  it('that others have gone on from, with more typed meanwhile, is a conflict and not laid over theirs', async () => {
    const first = pending();
    put.mockRejectedValueOnce(
      new ApiError('problem', 409, 'A newer version was saved.', {
        title: '',
        status: 409,
        detail: 'A newer version was saved.',
        current: stored(7, 'Theirs'),
      }),
    );
    change(setTitle('Mine'));
    const sending = flush(ID);
    change(setTitle('Mine, and more'));
    first.answer(7, stored(7, 'Theirs'));
    await sending;
    expect(put.mock.calls[1]![1].revision).toBe(4);
    expect([now().save, now().song!.title, now().newer?.song.title]).toEqual([
      'conflict',
      'Mine, and more',
      'Theirs',
    ]);
  });

  it('answered by what cannot be understood is tried a few times, then told', async () => {
    const unreadable = new ApiError('unreadable', 200, 'The answer cannot be understood.');
    put.mockRejectedValue(unreadable);
    change(setTitle('Quay'));
    const states = [];
    for (let i = 0; i < 3; i++) {
      await flush(ID);
      states.push(now().save);
    }
    expect(states).toEqual(['waiting', 'waiting', 'refused']);
    expect(ownEdits(ID)).not.toBeNull();
    put.mockReset();
    put.mockResolvedValueOnce({ id: ID, revision: 5, updatedAt: '' });
    saveAgain();
    await flush(ID);
    expect(now().save).toBe('saved');
  });

  it('of a song that is gone is not tried for ever: the writer says what becomes of it', async () => {
    put.mockRejectedValue(new ApiError('problem', 410, 'In the bin.'));
    change(setTitle('Homeless'));
    await flush(ID);
    expect([now().save, now().inBin]).toEqual(['gone', true]);
    closeSong();
    await sendUnsaved();
    await sendUnsaved();
    expect(put).toHaveBeenCalledTimes(1);
    expect(useUnsavedElsewhere.getState().edits).toEqual([{ id: ID, title: 'Homeless' }]);
  });

  it('of a song that is gone becomes a new song, once, though the first answer was lost', async () => {
    put.mockRejectedValue(new ApiError('problem', 404, 'No such song.'));
    change(setTitle('Homeless'));
    await flush(ID);
    const create = jest.mocked(createSongAt);
    create.mockRejectedValueOnce(away);
    await expect(rehome(ID)).rejects.toThrow(away.message);
    expect(ownEdits(ID)).not.toBeNull();
    create.mockResolvedValueOnce({ ...stored(1), id: '00000000-0000-4000-8000-000000000001' });
    await rehome(ID);
    expect(create.mock.calls[1]![1]).toBe(create.mock.calls[0]![1]);
    expect([ownEdits(ID), useUnsavedElsewhere.getState().edits]).toEqual([null, []]);
  });

  it('can be let go', async () => {
    put.mockRejectedValue(new ApiError('problem', 404, 'No such song.'));
    change(setTitle('Homeless'));
    await flush(ID);
    discardUnsaved(ID);
    expect([ownEdits(ID), await written()]).toEqual([null, []]);
  });
});

describe('what a closed tab left behind', () => {
  const left = (tab: string, at: number, title: string): Promise<boolean> => {
    const key = `${ID}/${tab}/run`;
    const edits = [titlePatch('Arrived, perhaps'), titlePatch(title)];
    return writeRun(
      { key, revision: 4, base: song, gone: false },
      edits.map((patch, n) => ({ run: key, n, step: n ? tab : 'x', patches: [patch], at })),
    );
  };

  it('is taken over, the newest first, with its steps; the others wait', async () => {
    await left('old', 1, 'Older');
    await left('new', 2, 'Newer');
    const adopted = (await adoptOrphan(ID))!;
    expect([adopted.revision, adopted.song.title, idsOf(adopted), adopted.sent]).toEqual([
      4,
      'Newer',
      ['x', 'new'],
      2,
    ]);
    await waitFor(async () => expect(await written()).not.toContain(`${ID}/new/run`));
    expect(await written()).toContain(`${ID}/old/run`);
    openSong(stored(4));
    expect([now().song!.title, now().save]).toEqual(['Newer', 'unsaved']);
  });

  it('stays on the device where there is no room to take it over', async () => {
    await left('gone', 1, 'Left');
    const full = fullDevice();
    expect((await adoptOrphan(ID))!.song.title).toBe('Left');
    await written();
    full.mockRestore();
    expect(await written()).toEqual([`${ID}/gone/run`]);
    // With room again it is taken over with the next edit, whole.
    openSong(stored(4));
    change(setTitle('Left, and on'));
    await waitFor(async () => expect(await written()).not.toContain(`${ID}/gone/run`));
    const [key] = await written();
    expect((await readRun(key!)).edits.map(({ n }) => n)).toEqual([0, 1, 2]);
  });

  it('is sent from the songbook', async () => {
    await left('gone', 1, 'Left');
    put.mockResolvedValueOnce({ id: ID, revision: 5, updatedAt: '' });
    closeSong();
    await sendUnsaved();
    const sent = put.mock.calls[0]![1];
    expect([sent.revision, idsOf(sent), titleOf(sent)]).toEqual([4, ['x', 'gone'], 'Left']);
    await waitFor(async () => expect(await written()).toEqual([]));
  });

  it('as an earlier version of the app kept it (whole, in local storage) is taken as well', async () => {
    const kept = {
      revision: 4,
      song: { ...song, title: 'Old kept' },
      edit: 'e',
      after: ['x'],
      sent: true,
      at: 3,
    };
    localStorage.setItem(`backline/unsaved/${ID}/tab`, JSON.stringify(kept));
    const adopted = (await adoptOrphan(ID))!;
    expect([adopted.revision, titleOf(adopted), idsOf(adopted)]).toEqual([4, 'Old kept', ['x', 'e']]);
    expect(localStorage.length).toBe(0);
  });

  it('from the first version of the app (no tab, version 1 of the song) is taken as well', async () => {
    const sections = song.sections.map(({ ownLengths: _, ...section }) => section);
    const old = {
      ...song,
      sections,
      version: 1,
      title: 'Old kept',
      form: song.form.map(({ id: _, ...e }) => e),
    };
    localStorage.setItem(`backline/unsaved/${ID}`, JSON.stringify({ revision: 4, song: old }));
    const adopted = (await adoptOrphan(ID))!;
    expect(adopted).toMatchObject({ revision: 4, song: { title: 'Old kept', version: SONG_VERSION } });
    // Patches to a song of version 1 fit none of this one: what is sent is a whole song of this version.
    expect(withPatches(song, adopted.steps[0]!.patches)).toEqual(adopted.song);
  });

  it.each<[string, () => Promise<unknown>]>([
    [
      'in local storage',
      async () => localStorage.setItem(`backline/unsaved/${ID}/x`, '{"revision":3,"song":{"title":'),
    ],
    [
      'in the journal',
      () =>
        writeRun({ key: `${ID}/x/run`, revision: 4, base: song, gone: false }, [
          {
            run: `${ID}/x/run`,
            n: 0,
            step: 's',
            patches: [{ op: 'replace', path: ['sections', 9, 'name'], value: 'x' }],
            at: 1,
          },
        ]),
    ],
    ['without a song', () => writeRun({ key: `${ID}/x/run`, revision: 4, base: null, gone: false }, [])],
    [
      'of a newer version',
      () =>
        writeRun({ key: `${ID}/x/run`, revision: 4, base: { ...song, version: 9 }, gone: false }, [
          { run: `${ID}/x/run`, n: 0, step: 's', patches: [titlePatch('New')], at: 1 },
        ]),
    ],
    [
      'without its run',
      () => writeRun(null, [{ run: `${ID}/x/run`, n: 0, step: 's', patches: [titlePatch('New')], at: 1 }]),
    ],
  ])('that is damaged stays where it is, is told of, and goes by hand only: %s', async (_, damage) => {
    await damage();
    expect(await adoptOrphan(ID)).toBeNull();
    expect((await written()).length + localStorage.length).toBe(1);
    closeSong();
    await sendUnsaved();
    const [unread, ...more] = useUnread.getState().edits;
    expect([more, unread!.trouble]).toEqual([[], expect.stringMatching(/\.$/)]);
    expect(JSON.stringify(unread!.contents).length).toBeGreaterThan(10);
    expect((await written()).length + localStorage.length).toBe(1);
    await removeUnreadEdits(unread!.key);
    expect([(await written()).length + localStorage.length, useUnread.getState().edits]).toEqual([0, []]);
  });

  it('and does not fit is opened as far as it goes', async () => {
    const key = `${ID}/x/run`;
    const twice = [...song.form, ...song.form];
    await writeRun({ key, revision: 4, base: song, gone: false }, [
      { run: key, n: 0, step: 's', patches: [titlePatch('Before')], at: 1 },
      { run: key, n: 1, step: 's', patches: [{ op: 'replace', path: ['form'], value: twice }], at: 2 },
    ]);
    closeSong();
    await sendUnsaved();
    const [{ mended, title, at } = {} as never] = useUnread.getState().edits;
    expect([title, at, mended?.song.title, mended?.song.form.length]).toEqual(['Pier', 2, 'Before', 2]);
    expect(mended!.remarks.join()).toMatch(/share an id/);
    await removeUnreadEdits(key);
  });

  it('of a tab that lives is let be', async () => {
    await left('living', 1, 'Still worked on');
    const query = jest.fn(() => Promise.resolve({ held: [{ name: 'backline/tab/living' }] }));
    const { locks } = navigator;
    const request = (_: string, work: () => unknown) => Promise.resolve(work());
    Object.defineProperty(navigator, 'locks', { value: { query, request }, configurable: true });
    let kept!: typeof keptEdits;
    // Tabs look for locks once, when the page loads: this is another load.
    jest.isolateModules(() => (kept = jest.requireActual<typeof keptEdits>('../keptEdits')));
    expect(await kept.adoptOrphan(ID)).toBeNull();
    expect(await kept.songsWithOrphans()).toEqual([]);
    query.mockResolvedValue({ held: [] });
    expect(await kept.songsWithOrphans()).toEqual([ID]);
    Object.defineProperty(navigator, 'locks', { value: locks, configurable: true });
  });
});

describe('autosave', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('waits for a quiet moment, then saves what is there then', async () => {
    put.mockResolvedValue({ id: ID, revision: 5, updatedAt: '' });
    renderHook(() => useAutosave());
    act(() => void change(setTitle('Q')));
    await act(() => jest.advanceTimersByTimeAsync(500));
    act(() => void change(setTitle('Quay')));
    await act(() => jest.advanceTimersByTimeAsync(500));
    expect(put).not.toHaveBeenCalled();
    await act(() => jest.advanceTimersByTimeAsync(300));
    expect(put.mock.calls.map(([, sent]) => titleOf(sent))).toEqual(['Quay']);
  });

  it('while the server is away tries again and again, with longer waits', async () => {
    put.mockRejectedValue(away);
    renderHook(() => useAutosave());
    act(() => void change(setTitle('Quay')));
    await act(() => jest.advanceTimersByTimeAsync(8000));
    const soon = put.mock.calls.length;
    expect(soon).toBeGreaterThan(2);
    await act(() => jest.advanceTimersByTimeAsync(60_000));
    expect(put.mock.calls.length - soon).toBeLessThan(8);
    put.mockResolvedValue({ id: ID, revision: 5, updatedAt: '' });
    await act(async () => void window.dispatchEvent(new Event('online')));
    expect(now().save).toBe('saved');
  });

  it('saves at once when the song is left', async () => {
    put.mockResolvedValue({ id: ID, revision: 5, updatedAt: '' });
    const { unmount } = renderHook(() => useAutosave());
    act(() => void change(setTitle('Quay')));
    unmount();
    expect(put).toHaveBeenCalledTimes(1);
    await act(() => jest.advanceTimersByTimeAsync(0));
  });

  it('asks before the page is left where not even the device keeps the work', async () => {
    jest.useRealTimers();
    const full = fullDevice();
    renderHook(() => useAutosave());
    const leaving = (): boolean => {
      const event = new Event('beforeunload', { cancelable: true });
      window.dispatchEvent(event);
      return event.defaultPrevented;
    };
    expect(leaving()).toBe(false);
    act(() => void change(setTitle('Only here')));
    await waitFor(() => expect(leaving()).toBe(true));
    full.mockRestore();
    act(() => void change(setTitle('Kept')));
    await waitFor(() => expect(leaving()).toBe(false));
  });
});
