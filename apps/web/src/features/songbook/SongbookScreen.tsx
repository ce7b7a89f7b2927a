import { useFocusEffect, useRouter } from 'expo-router';
import { useCallback, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { ActivityIndicator, Snackbar } from 'react-native-paper';
import { mutate as mutateTags } from 'swr';
import type { SongSummary } from '@backline/core/song/wire';
import { Button } from '../../components/Button';
import { FileButton } from '../../components/FileButton';
import { later } from '../../components/later';
import { Notice } from '../../components/Notice';
import { setPageTitle } from '../../components/useTitle';
import { TAGS, deleteSong, restoreSong, songPath, type Wanted } from '../../state/api';
import { download } from '../../state/download';
import { begin } from '../../state/fresh';
import { useInHistory } from '../../state/history';
import { discardUnsaved, rehome, useUnsavedElsewhere, useUnread } from '../../state/unsavedElsewhere';
import { flush } from '../../state/saver';
import { bringIn, newSong, readBrought, wholeBook } from '../../state/songbook';
import { TYPE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { FindBar } from './FindBar';
import { SongRow } from './SongRow';
import { stopPreview, usePreview } from './usePreview';
import { useSettled } from './useSettled';
import { useSongList } from './useSongList';
import { useUnsavedSent } from './useUnsavedSent';
import { Words } from '../../components/Words';

const UnreadEdits = later(() => import('./Unread').then((m) => m.UnreadEdits));
const SeveralBar = later(() => import('./SeveralBar').then((m) => m.SeveralBar));
const SongMenu = later(() => import('./SongMenu').then((m) => m.SongMenu));

/** What a new song starts as: four bars on one chord, which already play. */
/** How long the way back from a deletion stays on screen, milliseconds; the bin has it for longer. */
const UNDO_SHOWN = 10_000;

/** Work of this device whose song is no longer in the songbook. */
function HomelessEdits({ attempt }: { attempt: (work: () => Promise<unknown>) => Promise<void> }) {
  const edits = useUnsavedElsewhere((s) => s.edits);
  return edits.map(({ id, title }) => (
    <Notice key={id} text={`“${title}” was deleted elsewhere; your unsaved version is kept on this device.`}>
      <Button mode="contained" onPress={() => void attempt(() => rehome(id))}>
        Keep it as a new song
      </Button>
      <Button mode="outlined" onPress={() => discardUnsaved(id)}>
        Let it go
      </Button>
    </Notice>
  ));
}

/** Songs and files: brought in, and all of them taken out. */
function Files({
  attempt,
  say,
}: {
  attempt: (work: () => Promise<unknown>) => Promise<void>;
  say: (text: string) => void;
}) {
  const bring = (file: File): void =>
    void attempt(async () => {
      const { songs, troubles, told } = await readBrought(file);
      await bringIn(songs);
      const brought =
        songs.length === 1 ? `“${songs[0]!.title}” is brought in.` : `${songs.length} songs are brought in.`;
      if (songs.length) say([brought, ...told].join(' '));
      if (troubles.length) throw new Error(troubles.slice(0, 3).join(' '));
    });
  return (
    <>
      <FileButton
        label="Bring in"
        icon="file-import-outline"
        accept=".json,.txt,application/json,text/plain"
        mode="text"
        onFile={bring}
      />
      <Button
        icon="file-export-outline"
        onPress={() =>
          void attempt(async () => {
            const book = await wholeBook(null, (done, of) => say(`${done} of ${of} songs are in the file.`));
            download(book, 'songbook.json');
          })
        }
      >
        Take all out
      </Button>
    </>
  );
}

/** All songs; new ones begin here. */
export function SongbookScreen() {
  const palette = usePalette();
  const router = useRouter();
  const [wanted, setWanted] = useState<Wanted>({});
  const asked = useSettled(wanted);
  const { songs, total, error, isKept, isLoading, isMore, isFetching, more, mutate } = useSongList(asked);
  const [deleted, setDeleted] = useState<SongSummary | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [menu, setMenu] = useState<string | null>(null);
  /** Ids of songs that are chosen; null while none are to be. */
  const [several, setSeveral] = useState<readonly string[] | null>(null);
  const preview = usePreview(setTrouble);
  const isUnread = useUnread((s) => s.edits.length > 0);
  useInHistory('menu', menu, setMenu);
  useInHistory('several', several && 'some', (asked) => setSeveral(asked === null ? null : (several ?? [])));

  // It stays where it was while a song is open over it; at each return it is asked for anew.
  useUnsavedSent(() => Promise.all([mutate(), mutateTags(TAGS)]));
  useFocusEffect(
    useCallback(() => {
      setPageTitle('Songbook');
      return stopPreview;
    }, []),
  );

  const attempt = async (work: () => Promise<unknown>): Promise<void> => {
    try {
      setTrouble(null);
      await work();
    } catch (failed) {
      setTrouble(failed instanceof Error ? failed.message : String(failed));
    }
    await Promise.all([mutate(), mutateTags(TAGS)]).catch(() => undefined);
  };
  const start = () =>
    attempt(async () => {
      router.push(`/song/${begin(await newSong())}/chart`);
    });
  const remove = (song: SongSummary) =>
    attempt(async () => {
      setMenu(null);
      await flush(song.id);
      await deleteSong(songPath(song.id), song.revision);
      setDeleted(song);
    });
  const putBack = (song: SongSummary) =>
    attempt(async () => {
      setDeleted(null);
      await restoreSong(songPath(song.id));
    });
  const open = songs?.find(({ id }) => id === menu);
  const isNarrowed = Boolean(asked.find?.trim() || asked.tag);

  return (
    <View role="main" style={[styles.page, { backgroundColor: palette.paper }]}>
      <ScrollView contentContainerStyle={styles.content}>
        <View style={styles.head}>
          <Words role="heading" aria-level={1} style={styles.heading}>
            Songbook
          </Words>
          <Button mode="contained" icon="plus" onPress={start}>
            New song
          </Button>
        </View>
        <FindBar wanted={wanted} onWant={setWanted} />
        {trouble ? <Notice text={trouble} /> : null}
        {said ? (
          <Words role="status" size="words">
            {said}
          </Words>
        ) : null}
        <HomelessEdits attempt={attempt} />
        {isUnread ? <UnreadEdits titles={(songs ?? []).map(({ title }) => title)} attempt={attempt} /> : null}
        {isKept ? (
          <Words role="status" size="words">
            The server does not answer. These are the songs as this device keeps them.
          </Words>
        ) : null}
        {error ? (
          <Notice text="The songbook cannot be reached. Songs you edited are kept on this device.">
            <Button mode="contained" onPress={() => void mutate()}>
              Try again
            </Button>
          </Notice>
        ) : null}
        {isLoading && !songs ? (
          <ActivityIndicator accessibilityLabel="Loading the songbook" style={styles.wait} />
        ) : null}
        {songs?.length === 0 ? (
          <Words tone="quiet" style={styles.empty}>
            {isNarrowed
              ? 'No song is called that. Try another word, or all tags.'
              : 'No songs yet. Start one: it plays from its first chord.'}
          </Words>
        ) : null}
        {isNarrowed && songs?.length ? (
          <Words role="status" size="tiny" tone="quiet">
            {total === 1 ? 'One song' : `${total} songs`}
          </Words>
        ) : null}
        <View role="list" aria-label="Songs" style={styles.list}>
          {songs?.map((song) => (
            <SongRow
              key={song.id}
              song={song}
              isPlaying={preview.id === song.id}
              chosen={several && several.includes(song.id)}
              onPlay={() => preview.toggle(song.id)}
              onMore={() => setMenu(song.id)}
              onChoose={() =>
                setSeveral((now) =>
                  now?.includes(song.id) ? now.filter((id) => id !== song.id) : [...(now ?? []), song.id],
                )
              }
            />
          ))}
        </View>
        <View style={styles.foot}>
          {isMore ? (
            <Button mode="outlined" loading={isFetching} onPress={more}>
              More songs
            </Button>
          ) : null}
          <Button icon="checkbox-multiple-marked-outline" onPress={() => setSeveral(several ? null : [])}>
            Several
          </Button>
          <Files attempt={attempt} say={setSaid} />
          <Button icon="delete-restore" onPress={() => router.push('/bin')}>
            Bin
          </Button>
          <Button icon="information-outline" onPress={() => router.push('/about')}>
            About
          </Button>
        </View>
      </ScrollView>
      {several ? (
        <SeveralBar
          chosen={(songs ?? []).filter(({ id }) => several.includes(id))}
          attempt={attempt}
          onAll={() => setSeveral((songs ?? []).map(({ id }) => id))}
          onDone={() => setSeveral(null)}
        />
      ) : null}
      {open ? (
        <SongMenu
          key={open.id}
          song={open}
          titles={(songs ?? []).map(({ title }) => title)}
          attempt={attempt}
          onRemove={() => void remove(open)}
          onClose={() => setMenu(null)}
        />
      ) : null}
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
  content: { padding: 14, gap: 8, width: '100%', maxWidth: 760, alignSelf: 'center' },
  head: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' },
  foot: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'center', gap: 8, paddingVertical: 8 },
  heading: { fontFamily: FONT.chord, fontSize: SIZE.display },
  list: { gap: 8 },
  wait: { padding: 32 },
  empty: { ...TYPE.body, padding: 24, textAlign: 'center' },
});
