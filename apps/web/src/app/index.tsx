import { useFocusEffect, useRouter } from 'expo-router';
import { useCallback, useEffect, useState } from 'react';
import useSWR from 'swr';
import type { SongList } from '@backline/core/song/wire';
import { Opening } from '../components/later';
import { SongbookScreen } from '../features/songbook/SongbookScreen';
import { askList } from '../features/songbook/useSongList';
import { listPath } from '../state/api';

const VISITED = 'backline/visited';

function isFirstVisit(): boolean {
  try {
    return localStorage.getItem(VISITED) === null;
  } catch {
    return false;
  }
}

/** The songbook; a first visit goes straight to a song that already plays, with the songbook behind it. */
export default function Index() {
  const router = useRouter();
  const [first, setFirst] = useState(isFirstVisit);
  const { data, error } = useSWR<SongList, unknown>(first ? listPath({}, null) : null, askList);
  const demo = first ? data?.songs[0] : undefined;
  useEffect(() => {
    if (!first || !data) return;
    try {
      localStorage.setItem(VISITED, '1');
    } catch {
      // Without storage every visit is a first one, and no harm is done.
    }
    if (demo) router.push(`/song/${demo.id}/chart`);
  }, [first, data, demo, router]);
  // Once the song is open the songbook is there to come back to.
  useFocusEffect(useCallback(() => () => setFirst(false), []));
  return first && !error && (!data || demo) ? <Opening what="Opening the songbook" /> : <SongbookScreen />;
}
