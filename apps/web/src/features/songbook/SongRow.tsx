import { Link } from 'expo-router';
import { Pressable, StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import type { SongSummary } from '@backline/core/song/wire';
import { TOUCH_SQUARE } from '../../theme/styles';
import { usePalette } from '../../theme/usePalette';
import { FormPicture } from './FormPicture';
import { SongFacts, factsOf, sinceInWords } from './SongFacts';
import { Words } from '../../components/Words';

export interface SongRowProps {
  readonly song: SongSummary;
  readonly isPlaying: boolean;
  /** While several are chosen: whether it is one of them. */
  readonly chosen: boolean | null;
  readonly onPlay: () => void;
  readonly onMore: () => void;
  readonly onChoose: () => void;
}

/** A song of the songbook: opened, heard, chosen among others, or done something with. */
export function SongRow({ song, isPlaying, chosen, onPlay, onMore, onChoose }: SongRowProps) {
  const palette = usePalette();
  const picture = (
    <>
      <SongFacts song={song} />
      <FormPicture form={song.form} />
      <Words size="tiny" tone="quiet" style={styles.since} numberOfLines={1}>
        {[sinceInWords(song), ...song.tags.map((tag) => `#${tag}`)].join(' · ')}
      </Words>
    </>
  );
  return (
    <View
      role="listitem"
      style={[
        styles.row,
        { borderColor: chosen ? palette.action : palette.line, backgroundColor: palette.raised },
      ]}
    >
      {chosen === null ? (
        <>
          <Link href={`/song/${song.id}/chart`} asChild>
            <Pressable aria-label={`Open ${song.title}, ${factsOf(song)}`} style={StyleSheet.absoluteFill} />
          </Link>
          <View style={styles.open} pointerEvents="none">
            {picture}
          </View>
          <IconButton
            icon={isPlaying ? 'stop' : 'play'}
            mode="contained-tonal"
            size={22}
            accessibilityLabel={isPlaying ? `Stop ${song.title}` : `Hear ${song.title}`}
            onPress={onPlay}
            style={TOUCH_SQUARE}
          />
          <IconButton
            icon="dots-vertical"
            size={22}
            accessibilityLabel={`More about ${song.title}`}
            onPress={onMore}
            style={TOUCH_SQUARE}
          />
        </>
      ) : (
        <>
          <View style={styles.open} pointerEvents="none">
            {picture}
          </View>
          <Pressable
            role="checkbox"
            aria-checked={chosen}
            aria-label={`Choose ${song.title}`}
            onPress={onChoose}
            style={StyleSheet.absoluteFill}
          />
        </>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    borderWidth: 1.5,
    borderRadius: 14,
    paddingRight: 4,
    gap: 4,
  },
  open: { flex: 1, padding: 12, gap: 3, minWidth: 0 },
  since: { paddingTop: 2 },
});
