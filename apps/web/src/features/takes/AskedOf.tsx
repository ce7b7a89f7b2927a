import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { rankPlayers } from '@backline/core/ranking/players';
import { GM_PROGRAMS } from '@backline/core/song/generalMidi';
import type { Part, Settings, Song } from '@backline/core/song/schema';
import type { PlayerFile } from '@backline/core/style/player';
import { Choices } from '../../components/Choices';
import { Picker } from '../../components/Picker';
import { partKind, repertoire, settingsIn, usePlayed } from '../../state/repertoire';
import { useTakes } from './session';

const AS_SET = 'as-set';
const SOLO = 'solo';
const DENSITIES = [1, 2, 3, 4, 5].map((value) => ({ value, label: String(value) }));

/** Of a player's settings, those by which he plays; whether the part plays at all is no matter of his. */
function settingsOf({ on: _on, ...settings }: Settings): Settings {
  return settings;
}

/** Players of a part's own kind, then those whose way of soloing it can take up on its own instrument. */
function usePlayersFor(song: Song, part: Part): readonly PlayerFile[] {
  const all = usePlayed((s) => s.all) ?? repertoire();
  return useMemo(() => {
    const ranked = (kind: string) =>
      rankPlayers(
        all.players.filter((player) => player.kind === kind),
        song,
        all,
      ).map(({ item }) => item);
    const stepsOut = partKind(part)?.pitched && part.kind !== SOLO && part.kind !== 'melody';
    return [...ranked(part.kind), ...(stepsOut ? ranked(SOLO) : [])];
  }, [all, part, song]);
}

/** Of whom new takes are asked, and how full they are. */
export function AskedOf({ song, part }: { readonly song: Song; readonly part: Part }) {
  const asked = useTakes((s) => s.asked);
  const players = usePlayersFor(song, part);
  const kind = partKind(part);
  const set = (player: string | null, density: number | undefined): void => {
    const file = players.find(({ id }) => id === player);
    const isOther = file !== undefined && file.kind !== part.kind;
    const settings = {
      ...(file && settingsOf(file.settings)),
      // Who steps out plays his own instrument.
      ...(isOther && kind && { instrument: settingsIn(song, kind, part, null).instrument }),
      ...(density !== undefined && { density }),
    };
    useTakes.setState({
      asked: { player: file ? player : null, kind: isOther ? file.kind : null, settings },
    });
  };
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
