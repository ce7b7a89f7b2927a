import { Link, useRouter } from 'expo-router';
import { useEffect, useRef, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, Text, View } from 'react-native';
import { ActivityIndicator, IconButton, Snackbar } from 'react-native-paper';
import { Button } from '../../components/Button';
import { readChart } from '@backline/core/formats/chart/index';
import type { SongSummary } from '@backline/core/song/transport';
import { Notice } from '../../components/Notice';
import { createSongAt, deleteSong, restoreSong, songPath } from '../../state/api';
import { letGo, rehome, sendLeftovers, useHomeless } from '../../state/leftovers';
import { newId } from '../../state/newId';
import { flush } from '../../state/saver';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { FormPicture } from './FormPicture';
import { SongFacts, factsOf } from './SongFacts';
import { useSongList } from './useSongList';
import { loadRepertoire } from '../../state/repertoire';

/** What a new song starts as: four bars on one chord, which already play. */
const NEW_SONG = 'title: New song\n[Verse]\n| C | / / / / | / / / / | / / / / |';

/** How long the way back from a deletion stays on screen, milliseconds; the bin has it for longer. */
const UNDO_SHOWN = 10_000;

function SongRow({ song, onDelete }: { song: SongSummary; onDelete: () => void }) {
  const palette = usePalette();
  return (
    <View style={[styles.row, { borderColor: palette.line, backgroundColor: palette.raised }]}>
      <Link href={`/song/${song.id}/chart`} asChild>
        <Pressable aria-label={`Open ${song.title}, ${factsOf(song)}`} style={styles.open}>
          <SongFacts song={song} />
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

/** Work of this device whose song is no longer in the songbook. */
function HomelessEdits({ attempt }: { attempt: (work: () => Promise<unknown>) => Promise<void> }) {
  const edits = useHomeless((s) => s.edits);
  return edits.map(({ id, title }) => (
    <Notice key={id} text={`“${title}” was deleted elsewhere; your unsaved version is kept on this device.`}>
      <Button mode="contained" onPress={() => void attempt(() => rehome(id))}>
        Keep it as a new song
      </Button>
      <Button mode="outlined" onPress={() => letGo(id)}>
        Let it go
      </Button>
    </Notice>
  ));
}

/** All songs; new ones begin here. */
export function SongbookScreen() {
  const palette = usePalette();
  const router = useRouter();
  const { songs, error, isLoading, isMore, isFetching, more, mutate } = useSongList(false);
  const [deleted, setDeleted] = useState<SongSummary | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  /** The id of the song to be made, kept through tries, so that a lost answer makes no second one. */
  const freshId = useRef(newId());

  useEffect(() => {
    const send = (): void => void sendLeftovers().then(mutate);
    send();
    window.addEventListener('online', send);
    return () => window.removeEventListener('online', send);
    // Once for each visit; SWR gives another `mutate` at every drawing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  const attempt = async (work: () => Promise<unknown>): Promise<void> => {
    try {
      setTrouble(null);
      await work();
      await mutate();
    } catch (failed) {
      setTrouble(failed instanceof Error ? failed.message : String(failed));
    }
  };
  const begin = () =>
    attempt(async () => {
      const created = await createSongAt(readChart(NEW_SONG, await loadRepertoire()), freshId.current);
      freshId.current = newId();
      router.push(`/song/${created.id}/chart`);
    });
  const remove = (song: SongSummary) =>
    attempt(async () => {
      await flush(song.id);
      await deleteSong(songPath(song.id), song.revision);
      setDeleted(song);
    });
  const putBack = (song: SongSummary) =>
    attempt(async () => {
      setDeleted(null);
      await restoreSong(songPath(song.id));
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
        <HomelessEdits attempt={attempt} />
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
        {songs?.length === 0 ? (
          <Text style={[styles.empty, { color: palette.quiet }]}>
            No songs yet. Start one: it plays from its first chord.
          </Text>
        ) : null}
        {songs?.map((song) => (
          <SongRow key={song.id} song={song} onDelete={() => void remove(song)} />
        ))}
        <View style={styles.foot}>
          {isMore ? (
            <Button mode="outlined" loading={isFetching} onPress={more} contentStyle={styles.tall}>
              More songs
            </Button>
          ) : null}
          <Button icon="delete-restore" onPress={() => router.push('/bin')} contentStyle={styles.tall}>
            Bin
          </Button>
        </View>
      </ScrollView>
      <Snackbar
        visible={deleted !== null}
        duration={UNDO_SHOWN}
        onDismiss={() => setDeleted(null)}
        action={deleted ? { label: 'Put it back', onPress: () => void putBack(deleted) } : undefined}
      >
        {deleted ? `“${deleted.title}” is in the bin.` : ''}
      </Snackbar>
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1 },
  content: { padding: 16, gap: 10, width: '100%', maxWidth: 760, alignSelf: 'center' },
  head: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', paddingVertical: 8 },
  foot: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'center', gap: 8, paddingVertical: 8 },
  heading: { fontFamily: FONT.chord, fontSize: SIZE.display },
  tall: { minHeight: 44 },
  row: { flexDirection: 'row', alignItems: 'center', borderWidth: 1, borderRadius: 14 },
  open: { flex: 1, padding: 14, gap: 4, minWidth: 0 },
  remove: { width: 44, height: 44 },
  wait: { padding: 32 },
  empty: { ...TYPE.body, padding: 24, textAlign: 'center' },
});
