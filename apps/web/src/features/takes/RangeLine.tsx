import { StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import type { BandBar } from '@backline/core/band/index';
import { Words } from '../../components/Words';
import { TOUCH_SQUARE } from '../../theme/styles';
import { LENGTHS, rangeInWords, type TakeRange } from './range';
import { setRange } from './session';

export interface RangeLineProps {
  readonly range: TakeRange;
  readonly bars: readonly BandBar[];
  readonly onMore: () => void;
  readonly isOpen: boolean;
}

/** The range in hand in words, with a bar back and forth, and its length. */
export function RangeLine({ range, bars, onMore, isOpen }: RangeLineProps) {
  const move = (by: number): void => setRange({ from: range.from + by, late: 0, early: 0 });
  const step = (icon: string, label: string, by: number, disabled: boolean) => (
    <IconButton
      icon={icon}
      size={20}
      accessibilityLabel={label}
      disabled={disabled}
      onPress={() => move(by)}
      style={TOUCH_SQUARE}
    />
  );
  return (
    <View style={styles.row}>
      {step('chevron-left', 'A bar earlier', -1, range.from === 0)}
      <Words size="strong" aria-live="polite" style={styles.words} numberOfLines={2}>
        {rangeInWords(range, bars)}
      </Words>
      {step('chevron-right', 'A bar later', 1, range.from + range.bars >= bars.length)}
      <IconButton
        icon="arrow-expand-horizontal"
        size={20}
        accessibilityLabel={`Which bars: ${range.bars === 1 ? 'one bar' : `${range.bars} bars`}`}
        aria-expanded={isOpen}
        onPress={onMore}
        style={TOUCH_SQUARE}
      />
    </View>
  );
}

/** Lengths of a range that the song has room for. */
export const lengthsIn = (bars: readonly BandBar[]) =>
  LENGTHS.filter((length) => length <= bars.length).map((value) => ({
    value,
    label: String(value),
    spoken: value === 1 ? 'One bar' : `${value} bars`,
  }));

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', minHeight: 44 },
  words: { flex: 1, textAlign: 'center' },
});
