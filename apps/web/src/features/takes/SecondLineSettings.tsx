import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Part, Song } from '@backline/core/song/schema';
import { SECOND_LINES, type SecondLine } from '@backline/core/song/choices';
import { Button } from '../../components/Button';
import { Choices } from '../../components/Choices';
import { Picker } from '../../components/Picker';
import { partKind } from '../../state/repertoire';
import { isLead } from './asking';
import { addSecondLine } from './session';

const WORDS: Readonly<Record<SecondLine, string>> = {
  'third below': 'A third below',
  'third above': 'A third above',
  'sixth below': 'A sixth below',
  'octave below': 'An octave below',
  'chord tone below': 'A chord tone below',
  block: 'A block under it',
};

/** Another part goes along with what is heard, note for note. */
export function SecondLineSettings({ song, part }: { readonly song: Song; readonly part: Part }) {
  const others = song.parts.filter((one) => one.id !== part.id && partKind(one)?.pitched);
  const usual = others.find(isLead) ?? others[0];
  const [chosen, setChosen] = useState(usual?.id ?? '');
  const [how, setHow] = useState<SecondLine>('third below');
  const other = others.find(({ id }) => id === chosen) ?? usual;
  if (!other) return null;
  return (
    <View style={styles.all}>
      <Picker
        label="Played by"
        value={other.id}
        choices={others.map(({ id, name }) => ({ value: id, label: name }))}
        onChoose={setChosen}
      />
      <Choices
        label="How"
        value={how}
        choices={SECOND_LINES.map((value) => ({ value, label: WORDS[value] }))}
        onChoose={setHow}
      />
      <Button
        mode="outlined"
        icon="plus"
        style={styles.start}
        onPress={() => void addSecondLine(other.id, how)}
      >
        Add the line
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 6, paddingBottom: 8 },
  start: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
});
