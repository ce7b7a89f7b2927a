import { Link, useRouter } from 'expo-router';
import { useState, type ReactNode } from 'react';
import { Pressable, StyleSheet, TextInput, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { setTitle } from '@backline/core/edits/song';
import { LIMITS } from '@backline/core/song/limits';
import { cutText } from '@backline/core/song/text';
import { useTitle } from '../../components/useTitle';
import { change, redo, refuse, undo, useOpenSong } from '../../state/openSong';
import { usePalette } from '../../theme/usePalette';
import { TOUCH_SQUARE } from '../../theme/styles';
import { FONT, SIZE, TOUCH } from '../../theme/tokens';
import { SaveStateLine } from './SaveStateLine';
import { Words } from '../../components/Words';

export const VIEWS = [
  { view: 'chart', label: 'Chart' },
  { view: 'form', label: 'Form' },
  { view: 'band', label: 'Band' },
  { view: 'mix', label: 'Mix' },
  { view: 'notes', label: 'Notes' },
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
      onChangeText={(text) => {
        const isTooLong = text.length > LIMITS.nameLength;
        const kept = isTooLong ? cutText(text, LIMITS.nameLength) : text;
        setTyped(kept);
        change(setTitle(kept));
        if (isTooLong)
          refuse(`A title has at most ${LIMITS.nameLength} characters: what is more was left out.`);
      }}
      onBlur={() => setTyped(null)}
      style={[styles.title, { color: palette.ink }]}
    />
  );
}

export interface SongHeaderProps {
  readonly id: string;
  readonly view: SongView;
  /** How far it folds: not, onto one line, onto what a bar in hand needs, or away. */
  readonly fold: 'none' | 'one line' | 'in hand' | 'away';
  /** Opens the files that can be taken away. */
  readonly onTake: () => void;
  /** What else stands on the line where it is folded. */
  readonly children?: ReactNode;
}

/** Title, whether it is saved, undo and redo, files to take away, and the way to the song's screens. */
export function SongHeader({ id, view, fold, onTake, children }: SongHeaderProps) {
  const palette = usePalette();
  const router = useRouter();
  // What goes with every key pressed in the chart is kept out of here.
  const done = useOpenSong((s) => s.past[s.past.length - 1]?.name);
  const undone = useOpenSong((s) => s.future[0]?.name);
  const title = useOpenSong((s) => s.song?.title ?? '');
  const screen = VIEWS.find((v) => v.view === view)!.label;
  useTitle(`${title}, ${screen}`);
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
  const screens = (
    <View role="navigation" aria-label="Screens of the song" style={styles.tabs}>
      {VIEWS.map((entry) => {
        const here = entry.view === view;
        return (
          <Link key={entry.view} href={`/song/${id}/${entry.view}`} push asChild>
            <Pressable
              aria-current={here ? 'page' : undefined}
              style={StyleSheet.flatten([styles.tab, here && { borderColor: palette.action }])}
            >
              <Words style={[styles.tabText, { fontFamily: here ? FONT.strong : FONT.text }]}>
                {entry.label}
              </Words>
            </Pressable>
          </Link>
        );
      })}
    </View>
  );
  const isWhole = fold === 'none' || fold === 'one line';
  return (
    <View
      role="banner"
      style={[
        styles.header,
        { backgroundColor: palette.paper, borderColor: palette.line },
        fold === 'away' && styles.away,
      ]}
    >
      <View role="heading" aria-level={1} aria-label={`${title}, ${screen}`} style={styles.unseen} />
      <View style={styles.row}>
        {isWhole ? action('arrow-left', 'Songbook', () => router.dismissTo('/')) : null}
        <View style={isWhole ? styles.names : styles.inHand}>
          {isWhole ? (
            <TitleField />
          ) : (
            <Words numberOfLines={1} style={styles.small}>
              {title}
            </Words>
          )}
          <View style={isWhole ? styles.saved : null} pointerEvents="none">
            <SaveStateLine />
          </View>
        </View>
        {fold === 'one line' ? screens : null}
        {children}
        {action('undo', done ? `Undo: ${done}` : 'Undo', undo, !done)}
        {action('redo', undone ? `Redo: ${undone}` : 'Redo', redo, !undone)}
        {isWhole ? action('download', 'Take the song away', onTake) : null}
      </View>
      {fold === 'none' ? screens : null}
    </View>
  );
}

const styles = StyleSheet.create({
  header: { borderBottomWidth: 1 },
  row: { flexDirection: 'row', alignItems: 'center', paddingHorizontal: 4 },
  names: { flex: 1, minWidth: 0 },
  inHand: { flex: 1, minWidth: 0, flexDirection: 'row', alignItems: 'baseline', gap: 8, paddingLeft: 10 },
  small: { fontFamily: FONT.strong, fontSize: SIZE.small, flexShrink: 1 },
  // Under the title, within what is touched of it.
  saved: { position: 'absolute', left: 4, bottom: 0 },
  unseen: { position: 'absolute', width: 1, height: 1 },
  away: { position: 'absolute', width: 1, height: 1, overflow: 'hidden' },
  title: {
    fontFamily: FONT.chord,
    fontSize: SIZE.title,
    height: TOUCH,
    paddingBottom: 14,
    paddingHorizontal: 2,
    width: '100%',
  },
  touch: TOUCH_SQUARE,
  tabs: { flexDirection: 'row', paddingHorizontal: 10 },
  tab: {
    minHeight: TOUCH,
    // Five of them stand side by side on 320 px.
    paddingHorizontal: 12,
    justifyContent: 'center',
    borderBottomWidth: 3,
    borderColor: 'transparent',
  },
  tabText: { fontSize: SIZE.body },
});
