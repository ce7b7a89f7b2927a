/** The songbook comes page by page: each page asked for by what the one before says, none twice, until there is no more. */
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { SWRConfig } from 'swr';
import type { SongList, SongSummary } from '@backline/core/song/wire';
import * as api from '../../../state/api';
import { useSongList } from '../useSongList';

jest.mock('../../../state/api', () => ({
  ...jest.requireActual<object>('../../../state/api'),
  fetchList: jest.fn(),
}));
const fetchList = api.fetchList as unknown as jest.Mock<Promise<SongList>, [string]>;

const PAGES: Readonly<Record<string, { titles: string[]; next: string | null }>> = {
  '': { titles: ['A', 'B'], next: '10' },
  '10': { titles: ['C', 'D'], next: '20' },
  '20': { titles: ['E'], next: null },
};
const wrapper = ({ children }: { children: ReactNode }) => (
  <SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0 }}>{children}</SWRConfig>
);
const titles = (songs: readonly SongSummary[] | undefined): string[] =>
  (songs ?? []).map(({ title }) => title);

beforeEach(() => {
  fetchList.mockReset();
  fetchList.mockImplementation((path) => {
    const after = new URL(path, 'http://x').searchParams.get('after') ?? '';
    const { titles: names, next } = PAGES[after]!;
    const songs = names.map((title) => ({ id: title, title }) as SongSummary);
    return Promise.resolve({ songs, next, total: 5 } as SongList);
  });
});

it('goes on where the page before ended, and says when there is no more', async () => {
  const { result } = renderHook(() => useSongList({}), { wrapper });
  await waitFor(() => expect(titles(result.current.songs)).toEqual(['A', 'B']));
  expect([result.current.isMore, result.current.total]).toEqual([true, 5]);
  act(() => result.current.more());
  await waitFor(() => expect(titles(result.current.songs)).toEqual(['A', 'B', 'C', 'D']));
  act(() => result.current.more());
  await waitFor(() => expect(titles(result.current.songs)).toEqual(['A', 'B', 'C', 'D', 'E']));
  expect(result.current.isMore).toBe(false);
  // Beyond the last page nothing is asked for.
  const asked = fetchList.mock.calls.length;
  act(() => result.current.more());
  await waitFor(() => expect(result.current.isFetching).toBe(false));
  expect(titles(result.current.songs)).toEqual(['A', 'B', 'C', 'D', 'E']);
  const beyond = fetchList.mock.calls
    .slice(asked)
    .map(([path]) => new URL(path, 'http://x').searchParams.get('after'));
  expect(beyond.every((after) => after === null || after in PAGES)).toBe(true);
});

it('what is looked for is asked of the server, from its first page on', async () => {
  const { result, rerender } = renderHook(({ find }) => useSongList({ find }), {
    wrapper,
    initialProps: { find: '' },
  });
  await waitFor(() => expect(titles(result.current.songs)).toEqual(['A', 'B']));
  rerender({ find: 'pier' });
  await waitFor(() =>
    expect(fetchList.mock.calls.some(([path]) => /find=pier/.test(path) && !/after=/.test(path))).toBe(true),
  );
});
