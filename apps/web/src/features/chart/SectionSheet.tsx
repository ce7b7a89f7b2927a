import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button, TextInput } from 'react-native-paper';
import { doubleSection, playAgain, removeSection, renameSection } from '@backline/core/edits/form';
import type { Section, Song } from '@backline/core/song/schema';
import { Sheet } from '../../components/Sheet';
import { change } from '../../state/openSong';
import { usePalette } from '../../theme/usePalette';
import { select } from './selection';

/** A section's name, and doubling, playing again or removing it. */
export function SectionSheet({ song, section }: { song: Song; section: Section }) {
  const palette = usePalette();
  const [name, setName] = useState(section.name);
  return (
    <Sheet title={section.name} onClose={() => select(null)}>
      <TextInput
        mode="outlined"
        label="Name of the section"
        accessibilityLabel="Name of the section"
        value={name}
        maxLength={80}
        onChangeText={(next) => {
          setName(next);
          change(renameSection(section.id, next));
        }}
        style={{ backgroundColor: palette.paper }}
      />
      <View style={styles.buttons}>
        <Button mode="outlined" icon="content-copy" onPress={() => change(doubleSection(section.id))}>
          Double
        </Button>
        <Button mode="outlined" icon="playlist-plus" onPress={() => change(playAgain(section.id))}>
          Play again at the end
        </Button>
        <Button
          mode="outlined"
          icon="delete-outline"
          disabled={song.sections.length < 2}
          onPress={() => {
            change(removeSection(section.id));
            select(null);
          }}
        >
          Remove
        </Button>
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingTop: 6 },
});
