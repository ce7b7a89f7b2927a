import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { rankPlayers } from '@backline/core/ranking/players';
import { GM_PROGRAMS } from '@backline/core/song/generalMidi';
import type { Part, Settings, Song } from '@backline/core/song/schema';
import { Choices } from '../../components/Choices';
import { Picker } from '../../components/Picker';
import { repertoire, usePlayed } from '../../state/repertoire';
import { useTakes } from './session';

const AS_SET = 'as-set';
const DENSITIES = [1, 2, 3, 4, 5].map((value) => ({ value, label: String(value) }));

/** Of a player's settings, those by which he plays; whether the part plays at all is no matter of his. */
function settingsOf({ on: _on, ...settings }: Settings): Settings {
  return settings;
}

/** Of whom new takes are asked, and how full they are. */
export function AskedOf({ song, part }: { readonly song: Song; readonly part: Part }) {
  const all = usePlayed((s) => s.all) ?? repertoire();
  const asked = useTakes((s) => s.asked);
  const players = useMemo(
    () =>
      rankPlayers(
        all.players.filter(({ kind }) => kind === part.kind),
        song,
        all,
      ).map(({ item }) => item),
    [all, part.kind, song],
  );
  const set = (player: string | null, density: number | undefined): void => {
    const file = players.find(({ id }) => id === player);
    const settings = { ...(file && settingsOf(file.settings)), ...(density !== undefined && { density }) };
    useTakes.setState({ asked: { player: file ? player : null, settings } });
  };
  return (
    <View style={styles.all}>
      {players.length ? (
        <Picker
          label="Asked of"
          value={asked.player ?? AS_SET}
          choices={[
            { value: AS_SET, label: `${part.name} as it is set` },
            ...players.map(({ id, name, settings: { instrument = 0 } }) => ({
              value: id,
              label: `${name}, ${GM_PROGRAMS[instrument]!.toLowerCase()}`,
            })),
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
