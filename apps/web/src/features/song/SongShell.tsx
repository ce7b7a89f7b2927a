import { Slot, useIsFocused, useLocalSearchParams, usePathname } from 'expo-router';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import useSWR from 'swr';
import type { StoredSong } from '@backline/core/song/wire';
import { Boundary } from '../../components/Boundary';
import { later } from '../../components/later';
import { Movable, Seat } from '../../components/Movable';
import { Spoken } from '../../components/Spoken';
import { ApiError, fetchSong, songKept, songPath } from '../../state/api';
import { askedOrKept, useShownKept } from '../../state/keptAnswers';
import { useBandOfOpenSong } from '../../state/band';
import { loadRepertoire } from '../../state/repertoire';
import { closeSong, openSong, redo, undo, useOpenSong } from '../../state/openSong';
import { freshSong } from '../../state/fresh';
import { NEVER_STORED, adoptOrphan, ownEdits } from '../../state/keptEdits';
import { useInHistory } from '../../state/history';
import { settled } from '../../state/saver';
import { useAutosave } from '../../state/useAutosave';
import { useShortcuts } from '../../state/useShortcuts';
import { usePalette } from '../../theme/usePalette';
import { useViewport } from '../../theme/useViewport';
import { useOpenPart } from '../part/openPart';
import { ChartScreen } from '../chart/ChartScreen';
import { ChartSheet } from '../chart/ChartSheet';
import { select, selectionOf, selectionText, useSelection } from '../../state/selection';
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
  const load = ([path]: [string, number]) => loadSong(id, path);
  const { data, error, mutate } = useSWR<StoredSong, unknown, [string, number]>([songPath(id), visit], load, {
    revalidateOnFocus: false,
    revalidateOnReconnect: false,
  });
  const open = useOpenSong((s) => s.id);
  // Of two songs in the history only the one in sight is open: they would take turns without end.
  const isSeen = useIsFocused();
  useEffect(() => {
    if (isSeen && data && open !== data.id && data.id === id) openSong(data);
  }, [isSeen, data, open, id]);
  useEffect(() => () => closeSong(), [id]);
  useAskedAgain(id);
  return { error, retry: () => void mutate() };
}

/** While what is shown is what this device keeps, the server is asked again so often, milliseconds. */
const AGAIN = 5000;

/** A song that is shown as this device keeps it is asked for again until the server answers; a newer one takes its place where nothing was changed here. */
function useAskedAgain(id: string): void {
  const isKept = useShownKept((s) => s.paths.has(songPath(id)));
  useEffect(() => {
    if (!isKept) return undefined;
    const ask = async (): Promise<void> => {
      const stored = await askedOrKept('songs', songPath(id), fetchSong, songKept);
      const { id: open, revision, save } = useOpenSong.getState();
      if (open === id && save === 'saved' && stored.revision > revision) openSong(stored);
    };
    const timer = setInterval(() => void ask().catch(() => undefined), AGAIN);
    return () => clearInterval(timer);
  }, [id, isKept]);
}

/**
 * The song as it is to be opened: what was left unsaved a moment ago goes first, what a closed tab left
 * behind is taken over, and where the server is away what this device keeps is all there is.
 */
async function loadSong(id: string, path: string): Promise<StoredSong> {
  // Styles are on their way meanwhile; a song is open when it can be played.
  const styles = loadRepertoire();
  styles.catch(() => undefined);
  await settled(id);
  await adoptOrphan(id);
  try {
    const [stored] = await Promise.all([askedOrKept('songs', path, fetchSong, songKept), styles]);
    return stored;
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    const isAway = error.kind === 'away';
    const kept = ownEdits(id);
    // Begun here, and stored with its first edit: the server knows nothing of it yet, or cannot be asked.
    const begun = !kept ? freshSong(id) : kept.revision === NEVER_STORED ? kept.song : null;
    const here = begun ?? kept?.song;
    if (!here || !(isAway || (error.status === 404 && begun))) throw error;
    await styles;
    return { id, revision: begun ? NEVER_STORED : kept!.revision, updatedAt: '', song: here };
  }
}

function viewOf(pathname: string): SongView {
  const last = pathname.split('/').pop();
  return VIEWS.find((v) => v.view === last)?.view ?? 'chart';
}

/** What leads out of a screen that fails for what was done last. */
const REMEDY = {
  label: 'Undo the last change',
  act: (): void => {
    select(null);
    undo();
  },
};

/** Why a song does not open is seldom asked. */
const NotOpened = later(() => import('./NotOpened').then((m) => m.NotOpened));

/** Files to take away come when they are first asked for. */
const TakeSheet = later(() => import('./ExportSheet').then((m) => m.ExportSheet));

interface PlacesProps {
  /** The chart's sheet is to be seen. */
  readonly isShown: boolean;
  readonly taking: boolean;
  readonly onTake: (taking: boolean) => void;
}

/** What is open over any screen of the song has its place in the history. */
function Places({ isShown, taking, onTake }: PlacesProps) {
  const text = useSelection((s) => selectionText(s.selection));
  useInHistory('chart', isShown ? text : null, (asked) => {
    const { song } = useOpenSong.getState();
    select(asked === null || !song ? null : selectionOf(asked, song));
  });
  useInHistory('take', taking ? 'files' : null, (asked) => onTake(asked !== null));
  return null;
}

/** Saving and the making of the band go along with every change, and draw nothing. */
function AtWork() {
  useAutosave();
  useBandOfOpenSong();
  return null;
}

/** What all screens of a song share: header, transport, saving, keys. Wide, the chart stays and the rest opens beside it. */
export function SongShell() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const palette = usePalette();
  const view = viewOf(usePathname());
  const { wide, low, beside } = useViewport();
  const [taking, setTaking] = useState(false);
  const { error, retry } = useSong(id);
  const isOpen = useOpenSong((s) => s.song !== null);
  // Within its very first drawing the router does not know the song of the screen yet.
  const isHere = useDeferredValue(true, false);
  const selected = useSelection((s) => s.selection !== null);
  const inHand =
    useSelection((s) => s.selection?.kind === 'bar' || s.selection?.kind === 'run') && view === 'chart';
  /** With a bar in hand the screen belongs to it: what leads elsewhere folds away. */
  const folded = inHand && (!wide || low);
  /** The sheet of the chart is over the chart, or beside it. */
  const isShown = selected && (wide || view === 'chart');
  const isBeside = isShown && beside;
  // A part's page beside the band takes the chart's place.
  const paged = useOpenPart((s) => s.id !== null) && view === 'band' && !selected;
  useEffect(() => () => select(null), [id]);
  useShortcuts(useMemo(() => ({ play: togglePlay, undo, redo }), []));

  return (
    <View style={[styles.page, { backgroundColor: palette.paper }]}>
      {isOpen ? (
        <SongHeader
          id={id}
          view={view}
          fold={!folded ? (low && beside ? 'one line' : 'none') : low && !beside ? 'away' : 'in hand'}
          onTake={() => setTaking(true)}
        >
          {folded && low && beside ? <Transport folded inHeader /> : null}
        </SongHeader>
      ) : (
        <View role="main">
          {error ? (
            <NotOpened id={id} error={error} retry={retry} />
          ) : (
            <ActivityIndicator accessibilityLabel="Opening the song" style={styles.wait} />
          )}
        </View>
      )}
      <AtWork />
      {isOpen ? (
        <>
          <Troubles />
          <Spoken />
        </>
      ) : null}
      <Movable
        what={
          isShown ? (
            <Boundary subject={`sheet of ${view}`} remedy={REMEDY}>
              <ChartSheet beside={isBeside} />
            </Boundary>
          ) : null
        }
      >
        {/* The router's screen is there from the first moment on: it knows its address while the song is on its way. */}
        <View role={isOpen ? 'main' : undefined} style={isOpen ? styles.screens : styles.covered}>
          {wide && !paged ? (
            <View style={[styles.half, { borderColor: palette.line }]}>
              <Boundary remedy={REMEDY}>
                <ChartScreen />
              </Boundary>
            </View>
          ) : null}
          {/* It stays where a sheet takes its place, and is left as it was. */}
          <View
            style={[
              styles.half,
              wide && selected ? styles.covered : isBeside && { borderColor: palette.line },
            ]}
          >
            <Boundary subject={view} remedy={REMEDY}>
              {isHere ? <Slot /> : null}
            </Boundary>
          </View>
          {isBeside ? (
            <View style={styles.half}>
              <Seat />
            </View>
          ) : null}
        </View>
      </Movable>
      {isOpen ? (
        <>
          <Places isShown={isShown} taking={taking} onTake={setTaking} />
          {taking ? <TakeSheet onClose={() => setTaking(false)} /> : null}
          {folded && low && beside ? null : <Transport folded={folded} />}
        </>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1, minHeight: 0 },
  screens: { flex: 1, flexDirection: 'row', minHeight: 0 },
  half: { flex: 1, minWidth: 0, borderRightWidth: 1, borderColor: 'transparent' },
  covered: { display: 'none' },
  wait: { padding: 48 },
});
