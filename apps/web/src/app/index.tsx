import { Redirect } from 'expo-router';
import { useEffect, useState } from 'react';
import useSWR from 'swr';
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

/** The songbook; a first visit goes straight to a song that already plays. */
export default function Index() {
  const [first] = useState(isFirstVisit);
  const { data } = useSWR(first ? listPath({}, null) : null, askList);
  const demo = first ? data?.songs[0] : undefined;
  useEffect(() => {
    if (!data) return;
    try {
      localStorage.setItem(VISITED, '1');
    } catch {
      // Without storage every visit is a first one, and no harm is done.
    }
  }, [data]);
  return demo ? <Redirect href={`/song/${demo.id}/chart`} /> : <SongbookScreen />;
}
