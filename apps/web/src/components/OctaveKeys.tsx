import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import type { SpellingContext } from '@backline/core/theory/spelling';
import { useIsWide } from '../theme/usePalette';
import { TOUCH_SQUARE } from '../theme/styles';
import { TOUCH } from '../theme/tokens';
import { Piano } from './Piano';

/** Lowest C a keyboard may begin on, and the highest, MIDI numbers. */
const LOWEST = { least: 24, most: 84 } as const;
/** Keys in sight above the lowest C, so that black ones are wide enough for a finger. */
const SPAN = { phone: 16, wide: 24 } as const;

export interface OctaveKeysProps {
  readonly label: string;
  /** The C it begins on, a MIDI number. */
  readonly low: number;
  readonly onLow: (low: number) => void;
  readonly down: readonly number[];
  /** The chord and key its keys are named in. */
  readonly where?: SpellingContext;
  readonly onDown: (pitch: number) => void;
  readonly onUp?: (pitch: number) => void;
  /** What stands beside the octave buttons. */
  readonly children?: ReactNode;
}

const nothing = (): void => undefined;

/** A keyboard that moves by octaves. */
export function OctaveKeys({
  label,
  low,
  onLow,
  down,
  where,
  onDown,
  onUp = nothing,
  children,
}: OctaveKeysProps) {
  const high = low + (useIsWide() ? SPAN.wide : SPAN.phone);
  const button = (icon: string, label: string, by: number, beyond: boolean) => (
    <IconButton
      icon={icon}
      accessibilityLabel={beyond ? `${label}, where more keys are down` : label}
      disabled={low + by < LOWEST.least || low + by > LOWEST.most}
      mode={beyond ? 'contained-tonal' : undefined}
      onPress={() => onLow(low + by)}
      style={styles.touch}
    />
  );
  return (
    <>
      <Piano label={label} low={low} high={high} down={down} where={where} onDown={onDown} onUp={onUp} />
      <View style={styles.line}>
        {button(
          'chevron-double-left',
          'Octave lower',
          -12,
          down.some((p) => p < low),
        )}
        {button(
          'chevron-double-right',
          'Octave higher',
          12,
          down.some((p) => p > high),
        )}
        {children}
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8, minHeight: TOUCH },
  touch: TOUCH_SQUARE,
});
