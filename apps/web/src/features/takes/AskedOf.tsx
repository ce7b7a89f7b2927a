import { StyleSheet, View } from 'react-native';
import { GM_PROGRAMS } from '@backline/core/song/generalMidi';
import type { Part, Song } from '@backline/core/song/schema';
import type { PlayerFile } from '@backline/core/style/player';
import { Choices } from '../../components/Choices';
import { Picker } from '../../components/Picker';
import { askedOf, usePlayersFor } from './asking';
import { useTakes } from './session';

const AS_SET = 'as-set';
const DENSITIES = [1, 2, 3, 4, 5].map((value) => ({ value, label: String(value) }));

/** Of whom new takes are asked, and how full they are. */
export function AskedOf({ song, part }: { readonly song: Song; readonly part: Part }) {
  const asked = useTakes((s) => s.asked);
  const players = usePlayersFor(song, part);
  const set = (player: string | null, density: number | undefined): void =>
    useTakes.setState({
      asked: askedOf(
        song,
        part,
        players.find(({ id }) => id === player),
        density,
      ),
    });
  const inWords = ({ name, kind: own, settings: { instrument = 0 } }: PlayerFile): string =>
    own === part.kind ? `${name}, ${GM_PROGRAMS[instrument]!.toLowerCase()}` : `Solo like ${name}`;
  return (
    <View style={styles.all}>
      {players.length ? (
        <Picker
          label="Asked of"
          value={asked.player ?? AS_SET}
          choices={[
            { value: AS_SET, label: `${part.name} as it is set` },
            ...players.map((one) => ({ value: one.id, label: inWords(one) })),
          ]}
          onChoose={(id) => set(id === AS_SET ? null : id, undefined)}
        />
      ) : null}
      <Choices
        label="How full"
        inARow
        value={asked.settings.density ?? null}
        choices={DENSITIES}
        onChoose={(density) => set(asked.player, density === asked.settings.density ? undefined : density)}
      />
    </View>
  );
}

const styles = StyleSheet.create({ all: { gap: 6, paddingBottom: 8 } });
