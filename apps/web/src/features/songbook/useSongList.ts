import useSWRInfinite from 'swr/infinite';
import type { SongList } from '@backline/core/song/transport';
import { fetchList, listPath, type Wanted } from '../../state/api';

/** What is wanted of the songbook, or of its bin, page by page as far as it has been asked for. */
export function useSongList(wanted: Wanted) {
  const { data, error, isLoading, isValidating, mutate, size, setSize } = useSWRInfinite<SongList, unknown>(
    (index, before: SongList | null) =>
      index > 0 && !before?.next ? null : listPath(wanted, before?.next ?? null),
    fetchList,
    { revalidateFirstPage: false, revalidateAll: true, keepPreviousData: true },
  );
  const last = data?.[data.length - 1];
  return {
    songs: data?.flatMap((page) => page.songs),
    total: data?.[0]?.total ?? 0,
    error,
    isLoading,
    isMore: last?.next != null,
    isFetching: isValidating,
    more: () => void setSize(size + 1),
    mutate: () => mutate(),
  };
}
