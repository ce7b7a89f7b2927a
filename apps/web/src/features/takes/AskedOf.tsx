import { StyleSheet, View } from 'react-native';
import { BESIDES, type BesideHow } from '@backline/core/song/choices';
import { GM_PROGRAMS } from '@backline/core/song/generalMidi';
import type { Part, Settings, Song } from '@backline/core/song/schema';
import { SETTING_NAMES, settingOf } from '@backline/core/song/settings/index';
import type { PlayerFile } from '@backline/core/style/player';
import type { Beside } from '@backline/core/takes/beside';
import { Button } from '../../components/Button';
import { Choices } from '../../components/Choices';
import { Picker } from '../../components/Picker';
import { kindHere, partKind } from '../../state/repertoire';
import { SettingControl } from '../part/SettingControl';
import { askedOf, isLead, usePlayersFor } from './asking';
import { useTakes } from './session';

const AS_SET = 'as-set';
const ITS_OWN_WAY = 'its-own-way';
const DENSITIES = [1, 2, 3, 4, 5].map((value) => ({ value, label: String(value) }));

const BESIDE_WORDS: Readonly<Record<BesideHow, (part: string) => string>> = {
  'in its gaps': (part) => `Fills the gaps of ${part}`,
  'around it': (part) => `Goes around the line of ${part}`,
};

/** What can be asked of a line: how it is planned, and how strong and high it is. */
const OF_LINES = SETTING_NAMES.filter(
  (name) => settingOf(name).group === 'line' || name === 'dynamics' || name === 'octave',
);

/** Settings with some others over them; what is undefined is taken away. */
const withChange = (settings: Settings, change: Settings): Settings =>
  Object.fromEntries(
    Object.entries({ ...settings, ...change }).filter(([, value]) => value !== undefined),
  ) as Settings;

/** Of whom new takes are asked, how they are played, and beside whom. */
export function AskedOf({ song, part }: { readonly song: Song; readonly part: Part }) {
  const { player, kind, wanted, beside } = useTakes((s) => s.asked);
  const players = usePlayersFor(song, part);
  const ask = (of: string | null, change: Settings, by: Beside | null): void =>
    useTakes.setState({
      asked: askedOf(
        song,
        part,
        players.find(({ id }) => id === of),
        withChange(wanted, change),
        by,
      ),
    });
  const put = (change: Settings): void => ask(player, change, beside);
  const inWords = ({ name, kind: own, settings: { instrument = 0 } }: PlayerFile): string =>
    own === part.kind ? `${name}, ${GM_PROGRAMS[instrument]!.toLowerCase()}` : `Solo like ${name}`;
  const lead = kind === null ? (isLead(part) ? partKind(part) : null) : kindHere(kind);
  const others = song.parts.filter((one) => one.id !== part.id && partKind(one)?.pitched);
  const ways = others.flatMap(({ id, name }) =>
    BESIDES.map((how) => ({ value: `${how} ${id}`, label: BESIDE_WORDS[how](name), by: { part: id, how } })),
  );
  return (
    <View style={styles.all}>
      {players.length ? (
        <Picker
          label="Asked of"
          value={player ?? AS_SET}
          choices={[
            { value: AS_SET, label: `${part.name} as it is set` },
            ...players.map((one) => ({ value: one.id, label: inWords(one) })),
          ]}
          onChoose={(id) => ask(id === AS_SET ? null : id, {}, beside)}
        />
      ) : null}
      {lead && ways.length ? (
        <Picker
          label="Plays"
          value={beside ? `${beside.how} ${beside.part}` : ITS_OWN_WAY}
          choices={[{ value: ITS_OWN_WAY, label: 'Throughout, its own line' }, ...ways]}
          onChoose={(way) => ask(player, {}, ways.find(({ value }) => value === way)?.by ?? null)}
        />
      ) : null}
      <Choices
        label="How full"
        inARow
        value={wanted.density ?? null}
        choices={DENSITIES}
        onChoose={(density) => put({ density: density === wanted.density ? undefined : density })}
      />
      {lead
        ? OF_LINES.map((name) => (
            <SettingControl key={name} name={name} value={wanted[name] ?? null} put={put} />
          ))
        : null}
      <Button
        mode="outlined"
        icon="restore"
        style={styles.start}
        disabled={!Object.keys(wanted).length}
        onPress={() =>
          useTakes.setState({
            asked: askedOf(
              song,
              part,
              players.find(({ id }) => id === player),
              {},
              beside,
            ),
          })
        }
      >
        As its player does
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 6, paddingBottom: 8 },
  start: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
});
