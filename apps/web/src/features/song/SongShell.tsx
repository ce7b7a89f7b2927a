import { Slot, useLocalSearchParams, usePathname, useRouter } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ActivityIndicator, Button } from 'react-native-paper';
import useSWR from 'swr';
import type { StoredSong } from '@backline/core/song/transport';
import { Notice } from '../../components/Notice';
import { ApiError, fetchSong, songPath } from '../../state/api';
import { useBandOfOpenSong } from '../../state/band';
import { closeSong, openSong, redo, undo, useOpenSong } from '../../state/openSong';
import { keptEditSettled } from '../../state/sendKeptEdits';
import { useAutosave } from '../../state/useAutosave';
import { useKeys } from '../../state/useKeys';
import { useIsWide, usePalette } from '../../theme/usePalette';
import { ChartScreen } from '../chart/ChartScreen';
import { ChartSheet } from '../chart/ChartSheet';
import { select, useSelection } from '../chart/selection';
import { Transport, togglePlay } from '../transport/Transport';
import { SongHeader, VIEWS, type SongView } from './SongHeader';
import { Troubles } from './Troubles';

let visits = 0;

/**
 * Loads the song and opens it. Every visit asks the server anew, for what an earlier visit remembers
 * may be older than what has been saved since; later versions come through saves, never over the writer's edits.
 */
function useSong(id: string) {
  const [visit] = useState(() => ++visits);
  // What was left unsaved a moment ago goes first, so that the song is opened as it will be.
  const load = ([path]: [string, number]) => keptEditSettled(id).then(() => fetchSong(path));
  const { data, error, mutate } = useSWR<StoredSong, unknown, [string, number]>([songPath(id), visit], load, {
    revalidateOnFocus: false,
    revalidateOnReconnect: false,
  });
  const open = useOpenSong((s) => s.id);
  useEffect(() => {
    if (data && open !== data.id && data.id === id) openSong(data);
  }, [data, open, id]);
  useEffect(() => () => closeSong(), [id]);
  return { error, retry: () => void mutate() };
}

function viewOf(pathname: string): SongView {
  const last = pathname.split('/').pop();
  return VIEWS.find((v) => v.view === last)?.view ?? 'chart';
}

/** What all screens of a song share: header, transport, saving, keys. Wide, the chart stays and the rest opens beside it. */
export function SongShell() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const palette = usePalette();
  const router = useRouter();
  const view = viewOf(usePathname());
  const wide = useIsWide();
  const { error, retry } = useSong(id);
  const song = useOpenSong((s) => s.song);
  const selected = useSelection((s) => s.selection !== null);
  useEffect(() => () => select(null), [id]);
  useAutosave();
  useBandOfOpenSong();
  useKeys(useMemo(() => ({ play: togglePlay, undo, redo }), []));

  if (!song) {
    const missing = error instanceof ApiError && error.status === 404;
    return (
      <View role="main" style={[styles.page, { backgroundColor: palette.paper }]}>
        {error ? (
          <Notice text={error instanceof Error ? error.message : 'The song could not be opened.'}>
            {missing ? null : (
              <Button mode="contained" onPress={retry}>
                Try again
              </Button>
            )}
            <Button mode="outlined" onPress={() => router.replace('/')}>
              Songbook
            </Button>
          </Notice>
        ) : (
          <ActivityIndicator accessibilityLabel="Opening the song" style={styles.wait} />
        )}
      </View>
    );
  }
  return (
    <View style={[styles.page, { backgroundColor: palette.paper }]}>
      <SongHeader id={id} view={view} />
      <Troubles />
      <View role="main" style={styles.screens}>
        {wide ? (
          <>
            <View style={[styles.half, { borderColor: palette.line }]}>
              <ChartScreen />
            </View>
            <View style={styles.half}>{selected ? <ChartSheet song={song} beside /> : <Slot />}</View>
          </>
        ) : (
          <Slot />
        )}
      </View>
      <Transport />
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1, minHeight: 0 },
  screens: { flex: 1, flexDirection: 'row', minHeight: 0 },
  half: { flex: 1, minWidth: 0, borderRightWidth: 1, borderColor: 'transparent' },
  wait: { padding: 48 },
});
