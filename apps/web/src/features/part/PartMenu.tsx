import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../components/Button';
import { Field } from '../../components/Field';
import { keptOf } from '@backline/core/band/kept';
import {
  describePart,
  doublePart,
  freezePart,
  movePart,
  removePart,
  renamePart,
} from '@backline/core/edits/parts';
import { LIMITS } from '@backline/core/song/limits';
import type { Part, Song } from '@backline/core/song/schema';
import { useBand } from '../../state/band';
import { change } from '../../state/openSong';

/** Keeps a part as it plays now, or lets it play anew. */
function freeze(part: Part): void {
  const { band } = useBand.getState();
  const playing = band?.parts.find((p) => p.id === part.id);
  if (part.frozen) change(freezePart(part.id, null));
  else if (band && playing) change(freezePart(part.id, keptOf(band.bars, playing.notes)));
}

/** A part's name and place in the band; kept for other bands, doubled, or taken out of this one. */
export function PartMenu({ song, part, onKeep }: { song: Song; part: Part; onKeep: () => void }) {
  const [name, setName] = useState(part.name);
  const [about, setAbout] = useState(part.about ?? '');
  const index = song.parts.findIndex((p) => p.id === part.id);
  const take = (): void => void change(renamePart(part.id, name));
  return (
    <View style={styles.menu}>
      <Field
        accessibilityLabel={`Name of ${part.name}`}
        value={name}
        maxLength={LIMITS.nameLength}
        onChangeText={setName}
        onBlur={take}
        onSubmitEditing={take}
      />
      <Field
        placeholder="What it is for"
        accessibilityLabel={`What ${part.name} is for`}
        value={about}
        maxLength={LIMITS.aboutLength}
        onChangeText={setAbout}
        onBlur={() => void change(describePart(part.id, about))}
        onSubmitEditing={() => void change(describePart(part.id, about))}
      />
      <View style={styles.buttons}>
        <Button
          mode="outlined"
          icon="account-plus-outline"
          accessibilityLabel={`Keep as a player: ${part.name}`}
          onPress={onKeep}
        >
          Keep as a player
        </Button>
        <Button
          mode="outlined"
          icon={part.frozen ? 'snowflake-off' : 'snowflake'}
          accessibilityLabel={part.frozen ? `Let ${part.name} play anew` : `Freeze ${part.name}`}
          onPress={() => freeze(part)}
        >
          {part.frozen ? 'Play anew' : 'Freeze'}
        </Button>
        <Button
          mode="outlined"
          icon="arrow-up"
          disabled={index === 0}
          accessibilityLabel={`Move ${part.name} up`}
          onPress={() => change(movePart(part.id, -1))}
        >
          Up
        </Button>
        <Button
          mode="outlined"
          icon="arrow-down"
          disabled={index === song.parts.length - 1}
          accessibilityLabel={`Move ${part.name} down`}
          onPress={() => change(movePart(part.id, 1))}
        >
          Down
        </Button>
        <Button
          mode="outlined"
          icon="content-copy"
          disabled={song.parts.length >= LIMITS.parts}
          accessibilityLabel={`Double ${part.name}`}
          onPress={() => change(doublePart(part.id))}
        >
          Double
        </Button>
        <Button
          mode="outlined"
          icon="delete-outline"
          accessibilityLabel={`Remove ${part.name}`}
          onPress={() => change(removePart(part.id))}
        >
          Remove
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  menu: { gap: 6, paddingTop: 4 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
