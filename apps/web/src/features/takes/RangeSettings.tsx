import { StyleSheet, View } from 'react-native';
import type { BandBar } from '@backline/core/band/index';
import { Button } from '../../components/Button';
import { Choices } from '../../components/Choices';
import { Stepper } from '../../components/Stepper';
import { Toggle } from '../../components/Toggle';
import { Words } from '../../components/Words';
import { fittingRange, type TakeRange } from './range';
import { lengthsIn } from './RangeLine';
import { keepAsHeard, keepUpTo, leaveAsItWas, restHere, setRange, useTakes } from './session';

const beats = (count: number): string => (count === 1 ? 'a beat' : `${count} beats`);

/** Which bars are in hand to the beat, and what of them is kept. */
export function RangeSettings({
  range,
  bars,
}: {
  readonly range: TakeRange;
  readonly bars: readonly BandBar[];
}) {
  const startsOver = useTakes((s) => s.startsOver);
  const { late, early } = range;
  const moved = (change: Partial<TakeRange>): (() => void) | undefined => {
    const wanted = { ...range, ...change };
    const fits = fittingRange(wanted, bars);
    return fits.late === wanted.late && fits.early === wanted.early ? () => setRange(change) : undefined;
  };
  return (
    <View style={styles.all}>
      <Choices
        label="Bars"
        value={range.bars}
        choices={lengthsIn(bars)}
        onChoose={(length) => setRange({ bars: length, early: 0 })}
      />
      <Stepper
        label="Begins"
        text={late ? `at beat ${late + 1}` : 'with its bar'}
        widest={110}
        less="A beat earlier"
        more="A beat later"
        onLess={moved({ late: late - 1 })}
        onMore={moved({ late: late + 1 })}
      />
      <Stepper
        label="Ends"
        text={early > 0 ? `${beats(early)} early` : early < 0 ? `${beats(-early)} on` : 'with its bar'}
        widest={110}
        less="Ends a beat earlier"
        more="Ends a beat later"
        onLess={moved({ early: early + 1 })}
        onMore={moved({ early: early - 1 })}
      />
      {range.bars > 1 ? (
        <View role="group" aria-label="Keep what is heard up to a bar" style={styles.row}>
          <Words size="strong">Keep the first</Words>
          {Array.from({ length: Math.min(7, range.bars - 1) }, (_, i) => (
            <Toggle
              key={i}
              label={String(i + 1)}
              spoken={`Keep the first ${i === 0 ? 'bar' : `${i + 1} bars`} and go on behind`}
              on={false}
              onPress={() => keepUpTo(i + 1)}
            />
          ))}
        </View>
      ) : null}
      <View style={styles.row}>
        <Toggle
          label="Start over at each step"
          on={startsOver}
          onPress={() => useTakes.setState({ startsOver: !startsOver })}
        />
        <Button mode="outlined" icon="restore" onPress={leaveAsItWas}>
          As it was
        </Button>
        <Button mode="outlined" icon="music-rest-quarter" onPress={restHere}>
          Rest here
        </Button>
        <Button mode="outlined" icon="content-save-outline" onPress={() => void keepAsHeard()}>
          Make one take of it
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 6, paddingBottom: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
});
