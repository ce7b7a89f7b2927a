import { Link, useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, StyleSheet, Text, TextInput, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { setTitle } from '@backline/core/edits/song';
import { LIMITS } from '@backline/core/song/limits';
import { change, redo, undo, useOpenSong } from '../../state/openSong';
import { usePalette } from '../../theme/usePalette';
import { TOUCH_SQUARE } from '../../theme/styles';
import { FONT, SIZE, TOUCH } from '../../theme/tokens';
import { SaveStateLine } from './SaveStateLine';

export const VIEWS = [
  { view: 'chart', label: 'Chart' },
  { view: 'form', label: 'Form' },
  { view: 'band', label: 'Band' },
] as const;

export type SongView = (typeof VIEWS)[number]['view'];

function TitleField() {
  const palette = usePalette();
  const title = useOpenSong((s) => s.song?.title ?? '');
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextInput
      aria-label="Title of the song"
      value={typed ?? title}
      maxLength={LIMITS.nameLength}
      onChangeText={(text) => {
        setTyped(text);
        change(setTitle(text));
      }}
      onBlur={() => setTyped(null)}
      style={[styles.title, { color: palette.ink }]}
    />
  );
}

export interface SongHeaderProps {
  readonly id: string;
  readonly view: SongView;
  /** Opens the files that can be taken away. */
  readonly onTake: () => void;
}

/** Title, whether it is saved, undo and redo, files to take away, and the way to the song's screens. */
export function SongHeader({ id, view, onTake }: SongHeaderProps) {
  const palette = usePalette();
  const router = useRouter();
  const past = useOpenSong((s) => s.past);
  const future = useOpenSong((s) => s.future);
  const song = useOpenSong((s) => s.song);
  const action = (icon: string, label: string, onPress: () => void, disabled = false) => (
    <IconButton
      icon={icon}
      size={22}
      accessibilityLabel={label}
      onPress={onPress}
      disabled={disabled}
      style={styles.touch}
    />
  );
  return (
    <View
      role="banner"
      style={[styles.header, { backgroundColor: palette.paper, borderColor: palette.line }]}
    >
      <View style={styles.row}>
        {action('arrow-left', 'Songbook', () => router.replace('/'))}
        <View style={styles.names}>
          <TitleField />
          <SaveStateLine />
        </View>
        {action('undo', past.length ? `Undo: ${past[past.length - 1]!.name}` : 'Undo', undo, !past.length)}
        {action('redo', future.length ? `Redo: ${future[0]!.name}` : 'Redo', redo, !future.length)}
        {action('download', 'Take the song away', onTake, !song)}
      </View>
      <View role="navigation" aria-label="Screens of the song" style={styles.tabs}>
        {VIEWS.map((entry) => {
          const here = entry.view === view;
          return (
            <Link key={entry.view} href={`/song/${id}/${entry.view}`} replace asChild>
              <Pressable
                aria-current={here ? 'page' : undefined}
                style={StyleSheet.flatten([styles.tab, here && { borderColor: palette.action }])}
              >
                <Text
                  style={[styles.tabText, { color: palette.ink, fontFamily: here ? FONT.strong : FONT.text }]}
                >
                  {entry.label}
                </Text>
              </Pressable>
            </Link>
          );
        })}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  header: { borderBottomWidth: 1 },
  row: { flexDirection: 'row', alignItems: 'center', paddingHorizontal: 4 },
  names: { flex: 1, minWidth: 0 },
  title: {
    fontFamily: FONT.chord,
    fontSize: SIZE.title,
    minHeight: 30,
    paddingHorizontal: 2,
    width: '100%',
  },
  touch: TOUCH_SQUARE,
  tabs: { flexDirection: 'row', paddingHorizontal: 10 },
  tab: {
    minHeight: TOUCH,
    paddingHorizontal: 16,
    justifyContent: 'center',
    borderBottomWidth: 3,
    borderColor: 'transparent',
  },
  tabText: { fontSize: SIZE.body },
});
