/** What is shown where the server is away or silent, and what is kept for then. */
import { ApiError } from '../api';
import { PATIENCE, askedOrKept, keepAnswer, keptAnswer, useShownKept } from '../keptAnswers';

const away = new ApiError('away', 0, 'The server does not answer.');
const gone = new ApiError('problem', 404, 'No such song.');
const asText = (kept: unknown): string | null => (typeof kept === 'string' ? kept : null);
const ask = (path: string, answer: () => Promise<string>): Promise<string> =>
  askedOrKept('songs', path, answer, asText);
const isShownKept = (path: string): boolean => useShownKept.getState().paths.has(path);

it('an answer is given, and kept', async () => {
  expect(await ask('/a', () => Promise.resolve('new'))).toBe('new');
  expect([await keptAnswer('/a'), isShownKept('/a')]).toEqual(['new', false]);
});

it('where the server is away, what is kept is given and said; nothing kept is said as that', async () => {
  await keepAnswer('songs', '/a', 'kept');
  expect(await ask('/a', () => Promise.reject(away))).toBe('kept');
  expect(isShownKept('/a')).toBe(true);
  await expect(ask('/b', () => Promise.reject(away))).rejects.toBe(away);
  expect(await ask('/a', () => Promise.resolve('back'))).toBe('back');
  expect(isShownKept('/a')).toBe(false);
});

it('a server that is silent is waited for two seconds, then what is kept is shown; without any it is waited for', async () => {
  jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'setImmediate', 'nextTick'] });
  try {
    await jest.advanceTimersByTimeAsync(0);
    let answer!: (text: string) => void;
    const silent = (): Promise<string> => new Promise((resolve) => (answer = resolve));
    const keeping = keepAnswer('songs', '/s', 'kept');
    await jest.advanceTimersByTimeAsync(50);
    await keeping;
    const shown = ask('/s', silent);
    let got: string | null = null;
    void shown.then((text) => (got = text));
    await jest.advanceTimersByTimeAsync(PATIENCE - 10);
    expect(got).toBeNull();
    await jest.advanceTimersByTimeAsync(200);
    expect([got, isShownKept('/s')]).toEqual(['kept', true]);
    // Its answer is kept when it comes after all. Nobody has seen it, so it is asked for again, and found.
    answer('late');
    await jest.advanceTimersByTimeAsync(50);
    expect(isShownKept('/s')).toBe(true);
    expect(await ask('/s', () => Promise.reject(away))).toBe('late');
    expect(await ask('/s', () => Promise.resolve('in time'))).toBe('in time');
    expect(isShownKept('/s')).toBe(false);
    const waiting = ask('/none', silent);
    await jest.advanceTimersByTimeAsync(PATIENCE + 200);
    answer('at last');
    await jest.advanceTimersByTimeAsync(50);
    expect(await waiting).toBe('at last');
  } finally {
    jest.useRealTimers();
  }
});

it('what the server refuses is said, and a song that is gone is kept no longer', async () => {
  await keepAnswer('songs', '/g', 'kept');
  await expect(ask('/g', () => Promise.reject(gone))).rejects.toBe(gone);
  expect(await keptAnswer('/g')).toBeNull();
});

it('an answer that comes late, from before a save, does not take the place of what was saved', async () => {
  await keepAnswer('songs', '/late', { revision: 6, song: 'saved' });
  await keepAnswer('songs', '/late', { revision: 5, song: 'before' });
  expect(await keptAnswer('/late')).toEqual({ revision: 6, song: 'saved' });
  await keepAnswer('songs', '/late', { revision: 7, song: 'after' });
  expect(await keptAnswer('/late')).toEqual({ revision: 7, song: 'after' });
});

it('searches push no song out, and of each the ones longest unasked go first', async () => {
  await keepAnswer('songs', '/song', 'mine');
  for (let i = 0; i < 65; i++) await keepAnswer('lists', `/list/${i}`, `list ${i}`);
  expect(await keptAnswer('/song')).toBe('mine');
  expect([await keptAnswer('/list/64'), await keptAnswer('/list/0')]).toEqual(['list 64', null]);
});

it('what is kept and is not understood by this version is no answer', async () => {
  await keepAnswer('songs', '/odd', 7);
  await expect(ask('/odd', () => Promise.reject(away))).rejects.toBe(away);
});
