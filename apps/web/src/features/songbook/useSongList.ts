import useSWRInfinite from 'swr/infinite';
import type { SongList } from '@backline/core/song/wire';
import { fetchList, listKept, listPath, type Wanted } from '../../state/api';
import { askedOrKept, useShownKept } from '../../state/keptAnswers';

/** While the server is away it is asked again so often, milliseconds. */
const AGAIN = 5000;

export const askList = (path: string): Promise<SongList> => askedOrKept('lists', path, fetchList, listKept);

/** What is wanted of the songbook, or of its bin, page by page as far as it has been asked for. */
export function useSongList(wanted: Wanted) {
  const isKept = useShownKept((s) => s.paths.has(listPath(wanted, null)));
  const { data, error, isLoading, isValidating, mutate, size, setSize } = useSWRInfinite<SongList, unknown>(
    (index, before: SongList | null) =>
      index > 0 && !before?.next ? null : listPath(wanted, before?.next ?? null),
    askList,
    {
      revalidateFirstPage: false,
      revalidateAll: true,
      keepPreviousData: true,
      refreshInterval: isKept ? AGAIN : 0,
    },
  );
  const last = data?.[data.length - 1];
  return {
    songs: data?.flatMap((page) => page.songs),
    total: data?.[0]?.total ?? 0,
    error,
    /** What is shown is what this device keeps: the server is away or silent. */
    isKept,
    isLoading,
    isMore: last?.next != null,
    isFetching: isValidating,
    more: () => void setSize(size + 1),
    mutate: () => mutate(),
  };
}
