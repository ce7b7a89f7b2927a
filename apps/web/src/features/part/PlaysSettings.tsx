import { StyleSheet, View } from 'react-native';
import { Button } from '../../components/Button';
import { patternOf, patternsOf, type Resolved } from '@backline/core/timeline/settings';
import { takesRhythm } from '@backline/core/timeline/rhythm';
import { Choices } from '../../components/Choices';
import { songStyle, usePlayed } from '../../state/repertoire';
import { GoesWith } from './GoesWith';
import { RhythmOf } from './RhythmOf';
import type { Setting } from './setting';
import { SettingsOf } from './SettingControl';

/** What a pattern does at a chord change, as it is set. */
const changeOf = (pattern: { atChange: 'restart' | 'carry on' }, set: Resolved): 'restart' | 'carry on' =>
  set.atChange === 'as the pattern' ? pattern.atChange : set.atChange;

/** What a part plays: its pattern, how much of it, how strong, how freely. */
export function PlaysSettings({
  onFind,
  onPlayers,
  ...setting
}: Setting & {
  readonly onFind?: (() => void) | undefined;
  readonly onPlayers?: (() => void) | undefined;
}) {
  const { part, kind, song, set, put } = setting;
  const style = songStyle(song);
  const hasPlayers = usePlayed((s) => s.all?.players.some((one) => one.kind === part.kind) ?? false);
  const pattern = patternOf(kind, style, set.pattern);
  const ofStyle = patternsOf(kind, style);
  // One of the library stands beside the style's own.
  const patterns = [...(ofStyle.includes(pattern) ? [] : [pattern]), ...ofStyle].map((p) => ({
    value: p.id,
    label: p.name,
  }));
  const drawn = {
    pattern: (
      <>
        <Choices
          label="Pattern"
          value={set.pattern}
          choices={patterns}
          onChoose={(pattern) => put({ pattern })}
        />
        <View style={styles.row}>
          {onFind ? (
            <Button
              mode="outlined"
              icon="magnify"
              accessibilityLabel={`Find another pattern for ${part.name}`}
              onPress={onFind}
            >
              Find another pattern
            </Button>
          ) : null}
          {onPlayers && hasPlayers ? (
            <Button
              mode="outlined"
              icon="account-search-outline"
              accessibilityLabel={`Find a player for ${part.name}`}
              onPress={onPlayers}
            >
              Find a player
            </Button>
          ) : null}
        </View>
      </>
    ),
    rhythmOf: takesRhythm(pattern) ? <RhythmOf {...{ song, part, set, put }} /> : null,
    goesWith: <GoesWith {...{ song, part, set, put }} />,
    goesHow: null,
    atChange: kind.restarts(pattern) ? (
      <Choices
        label="At a chord change"
        value={changeOf(pattern, set)}
        choices={[
          { value: 'restart', label: 'Restart' },
          { value: 'carry on', label: 'Carry on' },
        ]}
        onChoose={(atChange) => put({ atChange })}
      />
    ) : null,
    // Percussion hears no chords.
    ...(!kind.pitched && { anticipation: null }),
    variation:
      set.repeatVariation !== 'exactly' || kind.varies(pattern) ? (
        <View style={styles.row}>
          <Button
            mode="outlined"
            icon="dice-multiple-outline"
            onPress={() => put({ variation: (set.variation + 1) % 10000 })}
          >
            Another variation
          </Button>
        </View>
      ) : null,
  };
  return <SettingsOf setting={setting} group="plays" drawn={drawn} />;
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
