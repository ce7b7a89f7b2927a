import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { ActivityIndicator, IconButton } from 'react-native-paper';
import { Button } from '../../components/Button';
import type { SongSummary } from '@backline/core/song/wire';
import { useTitle } from '../../components/useTitle';
import { Notice } from '../../components/Notice';
import { restoreSong, songPath } from '../../state/api';
import { usePalette } from '../../theme/usePalette';
import { TOUCH_SQUARE, TYPE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { SongFacts } from './SongFacts';
import { useSongList } from './useSongList';
import { Words } from '../../components/Words';

/** Days the server keeps what is in the bin. */
const KEPT_DAYS = 30;
const DAY = 24 * 60 * 60 * 1000;

/** How long a song can still be put back. */
function daysLeft(song: SongSummary): string {
  const since = song.deletedAt === null ? 0 : (Date.now() - Date.parse(song.deletedAt)) / DAY;
  const left = Math.max(1, Math.ceil(KEPT_DAYS - since));
  return left === 1 ? 'one more day' : `${left} more days`;
}

/** Deleted songs, each of which can be put back into the songbook. */
export function BinScreen() {
  const palette = usePalette();
  const router = useRouter();
  useTitle('Bin');
  const { songs, error, isLoading, isMore, isFetching, more, mutate } = useSongList({ bin: true });
  const [said, setSaid] = useState<string | null>(null);
  const putBack = async (song: SongSummary): Promise<void> => {
    try {
      await restoreSong(songPath(song.id));
      setSaid(`“${song.title}” is back in the songbook.`);
      await mutate();
    } catch (failed) {
      setSaid(failed instanceof Error ? failed.message : String(failed));
    }
  };
  return (
    <View role="main" style={[styles.page, { backgroundColor: palette.paper }]}>
      <ScrollView contentContainerStyle={styles.content}>
        <View style={styles.head}>
          <IconButton
            icon="arrow-left"
            accessibilityLabel="Songbook"
            onPress={() => router.dismissTo('/')}
            style={styles.touch}
          />
          <Words role="heading" aria-level={1} style={styles.heading}>
            Bin
          </Words>
        </View>
        <Words tone="quiet" style={styles.words}>
          {`Deleted songs stay here for ${KEPT_DAYS} days and can be put back.`}
        </Words>
        <View role="status">{said ? <Words style={styles.words}>{said}</Words> : null}</View>
        {error ? (
          <Notice text={error instanceof Error ? error.message : 'The bin cannot be reached.'}>
            <Button mode="outlined" onPress={() => void mutate()}>
              Try again
            </Button>
          </Notice>
        ) : null}
        {isLoading ? <ActivityIndicator accessibilityLabel="Loading the bin" style={styles.wait} /> : null}
        {songs?.length === 0 ? (
          <Words tone="quiet" style={styles.empty}>
            The bin is empty.
          </Words>
        ) : null}
        {songs?.map((song) => (
          <View
            key={song.id}
            style={[styles.row, { borderColor: palette.line, backgroundColor: palette.raised }]}
          >
            <View style={styles.facts}>
              <SongFacts song={song} />
              <Words tone="quiet" style={styles.words}>
                {daysLeft(song)}
              </Words>
            </View>
            <Button
              mode="outlined"
              onPress={() => void putBack(song)}
              accessibilityLabel={`Put back ${song.title}`}
              contentStyle={styles.tall}
            >
              Put back
            </Button>
          </View>
        ))}
        {isMore ? (
          <Button mode="outlined" loading={isFetching} onPress={more} contentStyle={styles.tall}>
            More songs
          </Button>
        ) : null}
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1 },
  content: { padding: 16, gap: 10, width: '100%', maxWidth: 760, alignSelf: 'center' },
  head: { flexDirection: 'row', alignItems: 'center', gap: 4, paddingVertical: 8 },
  heading: { fontFamily: FONT.chord, fontSize: SIZE.display },
  row: { flexDirection: 'row', alignItems: 'center', borderWidth: 1, borderRadius: 14, padding: 14, gap: 10 },
  facts: { flex: 1, minWidth: 0 },
  words: TYPE.words,
  empty: { ...TYPE.body, padding: 24, textAlign: 'center' },
  wait: { padding: 32 },
  tall: { minHeight: 44 },
  touch: TOUCH_SQUARE,
});
