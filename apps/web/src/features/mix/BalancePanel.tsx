import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { setBalance, setMix } from '@backline/core/edits/song';
import { USUAL_MASTER } from '@backline/core/song/create';
import type { Song } from '@backline/core/song/schema';
import { Button } from '../../components/Button';
import { Choices } from '../../components/Choices';
import { LevelsChart } from '../../components/curves';
import { change, useOpenSong } from '../../state/openSong';
import { balance, stopMeasuring, useMeasuring, type Balanced } from '../../state/measuring';
import { TYPE } from '../../theme/styles';
import { TOUCH } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { changeText, decibelText, levelDecibels } from '../part/decibels';
import { hearLevels } from '../part/hearing';
import { Words } from '../../components/Words';

type Heard = 'before' | 'after';

/** The open song's own mix. */
function hearAsSet(): void {
  const { song } = useOpenSong.getState();
  if (song) hearLevels(song, new Map(), song.master?.gain ?? USUAL_MASTER.gain);
}

/** What a balance has changed, part by part: heard with and without, put back one by one or all at once. */
function Changes({ song, balanced }: { song: Song; balanced: Balanced }) {
  const { before, after } = balanced;
  const [heard, setHeard] = useState<Heard>('after');
  const [width, setWidth] = useState(0);
  const levels = [...after.levels].flatMap(([id, level]) => {
    const part = song.parts.find((p) => p.id === id);
    const was = before.levels.get(id)!;
    // What is silent has no level that could be drawn.
    if (!part || !was || !level) return [];
    return [{ part: part.name, before: levelDecibels(was), after: levelDecibels(level) }];
  });
  // Whatever was heard last, what is left is heard as it is set.
  useEffect(() => hearAsSet, []);
  const hear = (which: Heard): void => {
    setHeard(which);
    if (which === 'before') hearLevels(song, before.levels, before.gain);
    else hearAsSet();
  };
  const putAllBack = (): void => {
    change(setBalance(before.levels, before.gain));
    useMeasuring.setState({ balanced: null });
  };
  return (
    <View
      role="group"
      aria-label="What the balance has changed"
      style={styles.changes}
      onLayout={({ nativeEvent }) => setWidth(Math.floor(nativeEvent.layout.width))}
    >
      <Choices
        label="Hear it"
        value={heard}
        choices={[
          { value: 'before', label: 'as it was' },
          { value: 'after', label: 'as it is now' },
        ]}
        onChoose={hear}
      />
      {width > 0 && levels.length ? <LevelsChart levels={levels} text={decibelText} width={width} /> : null}
      {[...after.levels].map(([id, level]) => {
        const part = song.parts.find((p) => p.id === id);
        const was = before.levels.get(id)!;
        if (!part) return null;
        const isBack = part.mix.level === was && was !== level;
        return (
          <View key={id} style={styles.line}>
            <Words style={styles.name} numberOfLines={1}>
              {part.name}
            </Words>
            <Words size="words" tone="quiet">
              {isBack ? 'put back' : changeText(was, part.mix.level)}
            </Words>
            {was === level ? (
              <View style={styles.space} />
            ) : (
              <Button
                compact
                accessibilityLabel={isBack ? `Take the new level of ${part.name}` : `Put back ${part.name}`}
                onPress={() => change(setMix(id, { level: isBack ? level : was }))}
              >
                {isBack ? 'Take' : 'Put back'}
              </Button>
            )}
          </View>
        );
      })}
      <Words size="words" tone="quiet">
        The whole: {decibelText(Math.round(10 * (after.gain - before.gain)) / 10)}
      </Words>
      <View style={styles.buttons}>
        <Button mode="outlined" onPress={putAllBack}>
          Put all back
        </Button>
        <Button mode="contained" onPress={() => useMeasuring.setState({ balanced: null })}>
          Keep it
        </Button>
      </View>
    </View>
  );
}

/** Balance by measurement: asked for with one tap, shown as what it changes. */
export function BalancePanel({ song }: { song: Song }) {
  const palette = usePalette();
  const { done, balanced, problem } = useMeasuring();
  return (
    <View style={styles.panel}>
      {done === null ? (
        <Button mode="contained" icon="scale-balance" onPress={() => void balance(song)} style={styles.start}>
          Balance the parts
        </Button>
      ) : (
        <View style={styles.changes}>
          <Words role="status" size="words">
            Playing the song unheard, to measure it
          </Words>
          <View style={styles.bar}>
            <ProgressBar
              progress={done}
              color={palette.action}
              accessibilityLabel={`Measured: ${Math.round(done * 100)} %`}
            />
          </View>
          <Button mode="outlined" icon="stop" onPress={stopMeasuring} style={styles.start}>
            Stop measuring
          </Button>
        </View>
      )}
      {problem ? (
        <Words role="alert" size="words" tone="warning">
          {problem}
        </Words>
      ) : null}
      {balanced && done === null ? <Changes {...{ song, balanced }} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  panel: { gap: 8 },
  start: { alignSelf: 'flex-start' },
  changes: { gap: 6 },
  bar: { height: 8 },
  line: { flexDirection: 'row', alignItems: 'center', gap: 8, minHeight: TOUCH },
  name: { ...TYPE.strong, flex: 1, minWidth: 0 },
  space: { width: 84 },
  buttons: { flexDirection: 'row', gap: 8, flexWrap: 'wrap' },
});
