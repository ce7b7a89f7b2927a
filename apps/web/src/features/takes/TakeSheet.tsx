import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { takeName } from '@backline/core/takes/listed';
import { putTakeAway, sayOfTake } from '@backline/core/edits/takes';
import type { Part } from '@backline/core/song/schema';
import type { Take } from '@backline/core/song/takeSchema';
import { Button } from '../../components/Button';
import { Field } from '../../components/Field';
import { Sheet } from '../../components/Sheet';
import { Toggle } from '../../components/Toggle';
import { change } from '../../state/openSong';

export interface TakeSheetProps {
  readonly part: Part;
  readonly take: Take;
  /** Who played it, in words. */
  readonly by: string;
  readonly onClose: () => void;
}

/** What is noted of a take: its name, a star, what speaks in it; and the way to put it away. */
export function TakeSheet({ part, take, by, onClose }: TakeSheetProps) {
  const name = takeName(part, take.id);
  // As it is typed: what is kept of it has no space at its end.
  const [typed, setTyped] = useState({ name: take.name ?? '', note: take.note ?? '' });
  const said = (what: Parameters<typeof sayOfTake>[2]): void =>
    void change(sayOfTake(part.id, take.id, what));
  return (
    <Sheet title={name} onClose={onClose}>
      <Field
        label="Name"
        accessibilityLabel="Name of the take"
        placeholder={name}
        value={typed.name}
        onChangeText={(text) => {
          setTyped({ ...typed, name: text });
          said({ name: text });
        }}
      />
      <Field
        label="Note"
        accessibilityLabel="Note about the take"
        placeholder={by}
        multiline
        value={typed.note}
        onChangeText={(text) => {
          setTyped({ ...typed, note: text });
          said({ note: text });
        }}
      />
      <View style={styles.row}>
        <Toggle
          label={take.starred ? 'Starred' : 'Star'}
          spoken="Star"
          on={take.starred ?? false}
          onPress={() => said({ starred: !take.starred })}
        />
        <Button
          mode="outlined"
          icon="tray-arrow-down"
          onPress={() => {
            change(putTakeAway(part.id, take.id, true));
            onClose();
          }}
        >
          Put it away
        </Button>
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingTop: 6 },
});
