import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { soundsChords } from '@backline/core/style/kind';
import type { Part, Song } from '@backline/core/song/schema';
import { Button } from '../../components/Button';
import { Choices } from '../../components/Choices';
import { Picker } from '../../components/Picker';
import { partKind } from '../../state/repertoire';
import { askedOf, isLead, usePlayersFor } from './asking';
import { trade } from './session';
import { TURNS } from './trading';

const EVERY = TURNS.map((value) => ({ value, label: String(value), spoken: `Every ${value} bars` }));

/** Who accompanies in chords has something to say between lines. */
function hasChords(part: Part): boolean {
  const kind = partKind(part);
  return kind !== null && soundsChords(kind);
}

/** Two parts take turns through the bars in hand. */
export function TradeSettings({ song, part }: { readonly song: Song; readonly part: Part }) {
  const others = song.parts.filter((one) => one.id !== part.id && partKind(one)?.pitched);
  const [every, setEvery] = useState<(typeof TURNS)[number]>(4);
  const [chosen, setChosen] = useState((others.find(hasChords) ?? others[0])?.id ?? '');
  const [otherStarts, setOtherStarts] = useState(false);
  const other = others.find(({ id }) => id === chosen) ?? others[0];
  const players = usePlayersFor(song, other ?? part);
  if (!other) return null;
  // A lead plays as it is set; who accompanies otherwise solos like the soloist that fits best.
  const soloist = players.find(({ kind }) => kind !== other.kind);
  return (
    <View style={styles.all}>
      <Picker
        label="With"
        value={other.id}
        choices={others.map(({ id, name }) => ({ value: id, label: name }))}
        onChoose={setChosen}
      />
      <Choices label="Bars each" value={every} choices={EVERY} onChoose={setEvery} />
      <Choices
        label="Who starts"
        value={otherStarts}
        choices={[
          { value: false, label: part.name },
          { value: true, label: other.name },
        ]}
        onChoose={setOtherStarts}
      />
      <Button
        mode="outlined"
        icon="swap-horizontal"
        style={styles.start}
        onPress={() =>
          void trade({
            with: other.id,
            isLead: isLead(other),
            every,
            otherStarts,
            asked: askedOf(song, other, soloist),
          })
        }
      >
        Trade
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 6, paddingBottom: 8 },
  start: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
});
