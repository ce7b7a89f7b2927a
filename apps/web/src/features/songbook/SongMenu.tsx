import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { setTags } from '@backline/core/edits/annotations';
import { setTitle } from '@backline/core/edits/song';
import { LIMITS } from '@backline/core/song/limits';
import type { SongSummary } from '@backline/core/song/wire';
import { Button } from '../../components/Button';
import { Field } from '../../components/Field';
import { Sheet } from '../../components/Sheet';
import { duplicate, editStored } from '../../state/songbook';

export interface SongMenuProps {
  readonly song: SongSummary;
  /** Titles that there are: a copy has another. */
  readonly titles: readonly string[];
  /** Does something and says what went wrong; the list is then asked for anew. */
  readonly attempt: (work: () => Promise<unknown>) => Promise<void>;
  readonly onRemove: () => void;
  readonly onClose: () => void;
}

/** What can be done with a song without opening it. */
export function SongMenu({ song, titles, attempt, onRemove, onClose }: SongMenuProps) {
  const [title, setName] = useState(song.title);
  const [tags, setWords] = useState(song.tags.join(', '));
  const isOther = title.trim() !== song.title || tags !== song.tags.join(', ');
  const keep = () =>
    attempt(async () => {
      if (title.trim() !== song.title) await editStored(song.id, setTitle(title));
      if (tags !== song.tags.join(', ')) await editStored(song.id, setTags(tags.split(',')));
      onClose();
    });
  return (
    <Sheet title={song.title} onClose={onClose}>
      <Field
        label="Title"
        accessibilityLabel={`Title of ${song.title}`}
        value={title}
        maxLength={LIMITS.nameLength}
        onChangeText={setName}
        onSubmitEditing={() => void keep()}
      />
      <Field
        label="Tags, with commas between"
        accessibilityLabel={`Tags of ${song.title}, with commas between`}
        value={tags}
        autoCapitalize="none"
        onChangeText={setWords}
        onSubmitEditing={() => void keep()}
      />
      <View style={styles.row}>
        <Button mode="contained" disabled={!isOther || !title.trim()} onPress={() => void keep()}>
          Save
        </Button>
        <Button
          mode="outlined"
          icon="content-copy"
          onPress={() =>
            void attempt(async () => {
              await duplicate(song.id, titles);
              onClose();
            })
          }
        >
          Duplicate
        </Button>
        <Button mode="outlined" icon="delete-outline" onPress={onRemove}>
          Delete
        </Button>
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingTop: 4 },
});
