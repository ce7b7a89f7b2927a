import useSWRInfinite from 'swr/infinite';
import type { SongList } from '@backline/core/song/transport';
import { fetchList, listPath } from '../../state/api';

/** The songbook, or its bin, page by page as far as it has been asked for. */
export function useSongList(bin: boolean) {
  const { data, error, isLoading, isValidating, mutate, size, setSize } = useSWRInfinite<SongList, unknown>(
    (index, before: SongList | null) =>
      index > 0 && !before?.next ? null : listPath(bin, before?.next ?? null),
    fetchList,
    { revalidateFirstPage: false, revalidateAll: true },
  );
  const last = data?.[data.length - 1];
  return {
    songs: data?.flatMap((page) => page.songs),
    error,
    isLoading,
    isMore: last?.next != null,
    isFetching: isValidating,
    more: () => void setSize(size + 1),
    mutate: () => mutate(),
  };
}
