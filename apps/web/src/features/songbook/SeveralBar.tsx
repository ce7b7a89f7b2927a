import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { setTags, tagsOf } from '@backline/core/edits/annotations';
import type { SongSummary } from '@backline/core/song/wire';
import { Button } from '../../components/Button';
import { Field } from '../../components/Field';
import { deleteSong, songPath } from '../../state/api';
import { download } from '../../state/download';
import { flush } from '../../state/saver';
import { editStored, wholeBook } from '../../state/songbook';
import { usePalette } from '../../theme/usePalette';
import { Words } from '../../components/Words';

export interface SeveralBarProps {
  readonly chosen: readonly SongSummary[];
  readonly attempt: (work: () => Promise<unknown>) => Promise<void>;
  readonly onAll: () => void;
  readonly onDone: () => void;
}

/** What can be done with several songs at once. */
export function SeveralBar({ chosen, attempt, onAll, onDone }: SeveralBarProps) {
  const palette = usePalette();
  const [tag, setTag] = useState('');
  const count = chosen.length;
  const each = (work: (song: SongSummary) => Promise<unknown>) =>
    void attempt(async () => {
      for (const song of chosen) await work(song);
      onDone();
    });
  return (
    <View
      role="region"
      aria-label="Several songs"
      style={[styles.bar, { backgroundColor: palette.raised, borderColor: palette.line }]}
    >
      <View style={styles.row}>
        <Words role="status" size="strong" style={styles.grow}>
          {count === 1 ? 'One song chosen' : `${count} songs chosen`}
        </Words>
        <Button onPress={onAll}>All</Button>
        <Button onPress={onDone}>Done</Button>
      </View>
      <View style={styles.row}>
        <Field
          placeholder="A tag"
          accessibilityLabel="A tag for the songs chosen"
          value={tag}
          autoCapitalize="none"
          onChangeText={setTag}
          style={styles.grow}
        />
        <Button
          mode="outlined"
          disabled={!count || !tag.trim()}
          onPress={() => each((song) => editStored(song.id, setTags(tagsOf([...song.tags, tag]))))}
        >
          Tag
        </Button>
      </View>
      <View style={styles.row}>
        <Button
          mode="outlined"
          icon="file-export-outline"
          disabled={!count}
          onPress={() =>
            void attempt(async () => {
              const ids = chosen.map(({ id }) => id);
              download(await wholeBook(ids, () => undefined), 'songs.json');
            })
          }
        >
          Take out
        </Button>
        <Button
          mode="outlined"
          icon="delete-outline"
          disabled={!count}
          onPress={() =>
            each(async ({ id, revision }) => {
              await flush(id);
              await deleteSong(songPath(id), revision);
            })
          }
        >
          Delete
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { borderTopWidth: 1, padding: 10, gap: 6 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});
