import { StyleSheet, Text, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { usePalette } from '../theme/usePalette';
import { TOUCH_SQUARE, TYPE } from '../theme/styles';
import { TOUCH } from '../theme/tokens';

export interface StepperProps {
  readonly label: string;
  /** The value in words: "6 bars", "2 beats". */
  readonly text: string;
  /** Width of the longest value, pixels: nothing then moves under the finger as the words change. */
  readonly widest?: number;
  readonly less: string;
  readonly more: string;
  /** Undefined where it goes no further that way. */
  readonly onLess: (() => void) | undefined;
  readonly onMore: (() => void) | undefined;
}

/** A value that goes up and down in steps, said aloud when it changes. */
export function Stepper({ label, text, widest = 72, less, more, onLess, onMore }: StepperProps) {
  const palette = usePalette();
  const button = (icon: string, name: string, onPress: (() => void) | undefined) => (
    <IconButton
      icon={icon}
      size={20}
      accessibilityLabel={name}
      disabled={!onPress}
      onPress={onPress}
      style={styles.touch}
    />
  );
  return (
    <View role="group" aria-label={label} style={styles.row}>
      <Text style={[styles.label, { color: palette.ink }]} aria-hidden>
        {label}
      </Text>
      {button('minus', less, onLess)}
      <Text style={[styles.value, { color: palette.ink, minWidth: widest }]} aria-live="polite">
        {text}
      </Text>
      {button('plus', more, onMore)}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', minHeight: TOUCH },
  label: { ...TYPE.strong, flexGrow: 1 },
  touch: TOUCH_SQUARE,
  value: { ...TYPE.words, textAlign: 'center' },
});
