import { StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { setLift, setPlayingLift } from '@backline/core/edits/lift';
import { MOST_LIFT } from '@backline/core/song/choices';
import type { Lift, Song } from '@backline/core/song/schema';
import { isOccurrenceScope, liftInScope, type Scope } from '@backline/core/timeline/scopes';
import { Toggle } from '../../components/Toggle';
import { change } from '../../state/openSong';
import { repertoire, repertoireTools } from '../../state/repertoire';
import { TOUCH_SQUARE } from '../../theme/styles';
import { Words } from '../../components/Words';

export interface LiftLineProps {
  readonly song: Song;
  /** A section or one of its playings. */
  readonly scope: Exclude<Scope, null>;
  readonly name: string;
}

/** How far a place stands above what is set for it: lifted and calmed in steps, and what that moves, each to be left out. */
export function LiftLine({ song, scope, name }: LiftLineProps) {
  const lift = liftInScope(song, scope) ?? { by: 0 };
  const { by } = lift;
  const items = repertoireTools().liftItems(song, scope, repertoire());
  const put = (next: Lift): void => {
    // None at all is said of a playing only, whose section may say otherwise.
    if (isOccurrenceScope(scope)) change(setPlayingLift(scope, next));
    else change(setLift(scope, next.by === 0 ? null : next));
  };
  const step = (way: 1 | -1): void => put({ ...lift, by: by + way });
  return (
    <View style={styles.lift}>
      <View style={styles.row}>
        <IconButton
          icon="arrow-down"
          size={22}
          accessibilityLabel={`Calm ${name}`}
          disabled={by <= -MOST_LIFT}
          onPress={() => step(-1)}
          style={TOUCH_SQUARE}
        />
        <Words aria-live="polite" size="strong" style={styles.words}>
          {repertoireTools().liftInWords(by)}
        </Words>
        <IconButton
          icon="arrow-up"
          size={22}
          accessibilityLabel={`Lift ${name}`}
          disabled={by >= MOST_LIFT}
          onPress={() => step(1)}
          style={TOUCH_SQUARE}
        />
      </View>
      {items.length ? (
        <View role="group" aria-label="What the lift moves" style={styles.items}>
          {items.map(({ what, says, moves }) => (
            <Toggle
              key={what}
              label={says}
              on={moves}
              onPress={() =>
                put({
                  ...lift,
                  without: moves
                    ? [...(lift.without ?? []), what]
                    : (lift.without ?? []).filter((other) => other !== what),
                })
              }
            />
          ))}
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  lift: { gap: 4 },
  row: { flexDirection: 'row', alignItems: 'center' },
  words: { minWidth: 108, textAlign: 'center' },
  items: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
});
