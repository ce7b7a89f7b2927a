import { StyleSheet, View } from 'react-native';
import { Button } from '../../components/Button';
import { DYNAMICS, FEELS, TELLINGS } from '@backline/core/song/choices';
import { patternOf, patternsOf, type Resolved } from '@backline/core/timeline/settings';
import { takesRhythm } from '@backline/core/timeline/rhythm';
import { Choices, asNamed } from '../../components/Choices';
import { songStyle } from '../../state/repertoire';
import { DENSITIES, pushes } from './commonChoices';
import { RhythmOf } from './RhythmOf';
import type { Setting } from './setting';
import { TELLING_WORDS } from './telling';

/** What a pattern does at a chord change, as it is set. */
const changeOf = (pattern: { atChange: 'restart' | 'carry on' }, set: Resolved): 'restart' | 'carry on' =>
  set.atChange === 'as the pattern' ? pattern.atChange : set.atChange;

/** What a part plays: its pattern, how much of it, how strong, how freely. */
export function PlaysSettings({
  onFind,
  ...setting
}: Setting & { readonly onFind?: (() => void) | undefined }) {
  const { part, kind, song, set, put } = setting;
  const style = songStyle(song);
  const pattern = patternOf(kind, style, set.pattern);
  const ofStyle = patternsOf(kind, style);
  // One of the library stands beside the style's own.
  const patterns = [...(ofStyle.includes(pattern) ? [] : [pattern]), ...ofStyle].map((p) => ({
    value: p.id,
    label: p.name,
  }));
  return (
    <>
      <Choices
        label="Pattern"
        value={set.pattern}
        choices={patterns}
        onChoose={(pattern) => put({ pattern })}
      />
      {onFind ? (
        <Button
          mode="outlined"
          icon="magnify"
          style={styles.start}
          accessibilityLabel={`Find another pattern for ${part.name}`}
          onPress={onFind}
        >
          Find another pattern
        </Button>
      ) : null}
      <Choices
        label="Density, 1 sparse to 5 busy"
        value={set.density}
        choices={DENSITIES}
        onChoose={(density) => put({ density })}
      />
      <Choices
        label="Dynamics"
        value={set.dynamics}
        choices={asNamed(DYNAMICS)}
        onChoose={(dynamics) => put({ dynamics })}
      />
      <Choices label="Feel" value={set.feel} choices={asNamed(FEELS)} onChoose={(feel) => put({ feel })} />
      {kind.controls.includes('rhythm') && takesRhythm(pattern) ? (
        <RhythmOf {...{ song, part, set, put }} />
      ) : null}
      {kind.restarts(pattern) ? (
        <Choices
          label="At a chord change"
          value={changeOf(pattern, set)}
          choices={[
            { value: 'restart', label: 'Restart' },
            { value: 'carry on', label: 'Carry on' },
          ]}
          onChoose={(atChange) => put({ atChange })}
        />
      ) : null}
      {kind.nature === 'percussion' ? null : (
        <Choices
          label="Takes chords"
          value={set.push}
          choices={pushes()}
          onChoose={(push) => put({ push })}
        />
      )}
      <Choices
        label="Repeats"
        value={set.telling}
        choices={TELLINGS.map((value) => ({ value, label: TELLING_WORDS[value] }))}
        onChoose={(telling) => put({ telling })}
      />
      <Choices
        label="Listens to the others"
        value={set.listens ? 'yes' : 'no'}
        choices={[
          { value: 'yes', label: 'Yes' },
          { value: 'no', label: 'Keeps to itself' },
        ]}
        onChoose={(listens) => put({ listens: listens === 'yes' })}
      />
      {set.telling !== 'exactly' || kind.varies(pattern) ? (
        <View style={styles.row}>
          <Button
            mode="outlined"
            icon="dice-multiple-outline"
            onPress={() => put({ variation: (set.variation + 1) % 10000 })}
          >
            Another variation
          </Button>
        </View>
      ) : null}
    </>
  );
}

const styles = StyleSheet.create({
  start: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
  row: { flexDirection: 'row' },
});
