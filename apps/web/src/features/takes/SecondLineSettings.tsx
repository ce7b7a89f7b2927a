import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Part, Song } from '@backline/core/song/schema';
import { SECOND_LINES, type SecondLine } from '@backline/core/song/choices';
import { Button } from '../../components/Button';
import { Choices } from '../../components/Choices';
import { Picker } from '../../components/Picker';
import { Words } from '../../components/Words';
import { kindHere, partKind } from '../../state/repertoire';
import { GOES_HOW_WORDS } from '../part/goesHowWords';
import { isFor } from '../part/SettingControl';
import { isLead } from './asking';
import { addSecondLine, letGoWith } from './session';

const WHERE = [
  { value: 'song', label: 'Through the song, following every change' },
  { value: 'range', label: 'These bars, as they are now' },
] as const;

/** Another part goes along with what is heard, note for note. */
export function SecondLineSettings({ song, part }: { readonly song: Song; readonly part: Part }) {
  const others = song.parts.filter((one) => one.id !== part.id && partKind(one)?.pitched);
  const usual = others.find(isLead) ?? others[0];
  const [chosen, setChosen] = useState(usual?.id ?? '');
  const [how, setHow] = useState<SecondLine>('third below');
  const [where, setWhere] = useState<(typeof WHERE)[number]['value']>('song');
  const other = others.find(({ id }) => id === chosen) ?? usual;
  if (!other) return null;
  const kind = kindHere(other.kind);
  const follows = kind !== null && isFor(kind, 'goesWith');
  const now = follows ? where : 'range';
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
        choices={SECOND_LINES.map((value) => ({ value, label: GOES_HOW_WORDS[value] }))}
        onChoose={setHow}
      />
      {follows ? <Choices label="Where" value={now} choices={WHERE} onChoose={setWhere} /> : null}
      {other.settings.goesWith === part.id ? (
        <Words size="words" tone="quiet">
          {`${other.name} goes with ${part.name}: change or end it on its page, under “What it plays”.`}
        </Words>
      ) : null}
      <Button
        mode="outlined"
        icon="plus"
        style={styles.start}
        onPress={() => (now === 'song' ? letGoWith(other.id, how) : void addSecondLine(other.id, how))}
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
