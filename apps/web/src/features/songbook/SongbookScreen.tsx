import { Link, useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, Text, View } from 'react-native';
import { ActivityIndicator, Button, IconButton } from 'react-native-paper';
import useSWR from 'swr';
import { readChart } from '@backline/core/formats/chart/index';
import { findStyle } from '@backline/core/style/index';
import { keyInWords } from '@backline/core/theory/speech';
import type { SongSummary } from '@backline/core/song/transport';
import { Notice } from '../../components/Notice';
import { SONGS, createSongAt, deleteSong, fetchSongs, songPath } from '../../state/api';
import { forgetEdit } from '../../state/keptEdits';
import { sendKeptEdits } from '../../state/sendKeptEdits';
import { usePalette } from '../../theme/usePalette';
import { FONT, SIZE } from '../../theme/tokens';
import { FormPicture } from './FormPicture';

/** What a new song starts as: four bars on one chord, which already play. */
const NEW_SONG = 'title: New song\n[Verse]\n| C | / / / / | / / / / | / / / / |';

function SongRow({ song, onDelete }: { song: SongSummary; onDelete: () => void }) {
  const palette = usePalette();
  const style = findStyle(song.style)?.name ?? song.style;
  const facts = `${keyInWords(song.key)} · ${song.metre} · ${song.tempo} · ${style} · ${song.bars} bars`;
  return (
    <View style={[styles.row, { borderColor: palette.line, backgroundColor: palette.raised }]}>
      <Link href={`/song/${song.id}/chart`} asChild>
        <Pressable aria-label={`Open ${song.title}, ${facts}`} style={styles.open}>
          <Text style={[styles.title, { color: palette.ink }]} numberOfLines={1}>
            {song.title}
          </Text>
          <Text style={[styles.facts, { color: palette.quiet }]} numberOfLines={1}>
            {facts}
          </Text>
          <FormPicture form={song.form} />
        </Pressable>
      </Link>
      <IconButton
        icon="delete-outline"
        size={20}
        accessibilityLabel={`Delete ${song.title}`}
        onPress={onDelete}
        style={styles.remove}
      />
    </View>
  );
}

/** All songs; new ones begin here. */
export function SongbookScreen() {
  const palette = usePalette();
  const router = useRouter();
  const { data, error, isLoading, mutate } = useSWR(SONGS, fetchSongs);
  useEffect(() => {
    void sendKeptEdits().then(() => mutate());
  }, [mutate]);
  const [asking, setAsking] = useState<SongSummary | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);

  const attempt = async (work: () => Promise<void>): Promise<void> => {
    try {
      setTrouble(null);
      await work();
    } catch (failed) {
      setTrouble(failed instanceof Error ? failed.message : String(failed));
    }
  };
  const begin = () =>
    attempt(async () => {
      const created = await createSongAt(readChart(NEW_SONG));
      await mutate();
      router.push(`/song/${created.id}/chart`);
    });
  const remove = (song: SongSummary) =>
    attempt(async () => {
      await deleteSong(songPath(song.id));
      forgetEdit(song.id);
      setAsking(null);
      await mutate();
    });

  return (
    <View role="main" style={[styles.page, { backgroundColor: palette.paper }]}>
      <ScrollView contentContainerStyle={styles.content}>
        <View style={styles.head}>
          <Text role="heading" aria-level={1} style={[styles.heading, { color: palette.ink }]}>
            Songbook
          </Text>
          <Button mode="contained" icon="plus" onPress={begin} contentStyle={styles.tall}>
            New song
          </Button>
        </View>
        {trouble ? <Notice text={trouble} /> : null}
        {error ? (
          <Notice text="The songbook cannot be reached. Songs you edited are kept on this device.">
            <Button mode="outlined" onPress={() => void mutate()}>
              Try again
            </Button>
          </Notice>
        ) : null}
        {isLoading ? (
          <ActivityIndicator accessibilityLabel="Loading the songbook" style={styles.wait} />
        ) : null}
        {data?.length === 0 ? (
          <Text style={[styles.empty, { color: palette.quiet }]}>
            No songs yet. Start one: it plays from its first chord.
          </Text>
        ) : null}
        {data?.map((song) =>
          asking?.id === song.id ? (
            <Notice key={song.id} text={`Delete “${song.title}” for good?`}>
              <Button mode="contained" onPress={() => void remove(song)}>
                Delete
              </Button>
              <Button mode="outlined" onPress={() => setAsking(null)}>
                Keep it
              </Button>
            </Notice>
          ) : (
            <SongRow key={song.id} song={song} onDelete={() => setAsking(song)} />
          ),
        )}
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1 },
  content: { padding: 16, gap: 10, width: '100%', maxWidth: 760, alignSelf: 'center' },
  head: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', paddingVertical: 8 },
  heading: { fontFamily: FONT.chord, fontSize: SIZE.display },
  tall: { minHeight: 44 },
  row: { flexDirection: 'row', alignItems: 'center', borderWidth: 1, borderRadius: 14 },
  open: { flex: 1, padding: 14, gap: 4, minWidth: 0 },
  title: { fontFamily: FONT.strong, fontSize: SIZE.title },
  facts: { fontFamily: FONT.text, fontSize: SIZE.small, marginBottom: 4 },
  remove: { width: 44, height: 44 },
  wait: { padding: 32 },
  empty: { fontFamily: FONT.text, fontSize: SIZE.body, padding: 24, textAlign: 'center' },
});
