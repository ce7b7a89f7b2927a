import { useState } from 'react';
import { Pressable, StyleSheet, TextInput, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { usePalette } from '../theme/usePalette';
import { TOUCH_SQUARE, TYPE } from '../theme/styles';
import { TOUCH } from '../theme/tokens';
import { useHeld } from './useHeld';
import { Words } from './Words';

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
  /** The value as a number that can be typed, where it is one. */
  readonly number?: StepperNumber;
}

export interface StepperNumber {
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly onSet: (value: number) => void;
}

interface StepProps {
  readonly icon: string;
  readonly name: string;
  readonly onPress: (() => void) | undefined;
}

/** One step up or down; held, step after step. */
function Step({ icon, name, onPress }: StepProps) {
  const held = useHeld(onPress);
  return (
    <IconButton
      icon={icon}
      size={20}
      accessibilityLabel={name}
      disabled={!onPress}
      onPress={onPress}
      {...held}
      style={styles.touch}
    />
  );
}

interface TypedProps {
  readonly label: string;
  readonly number: StepperNumber;
  readonly onDone: () => void;
}

/** The number as it is typed; what lies outside its bounds comes to the nearest of them. */
function Typed({ label, number, onDone }: TypedProps) {
  const palette = usePalette();
  const { value, least, most, onSet } = number;
  const [typed, setTyped] = useState(String(value));
  const take = (): void => {
    const wanted = Math.round(Number(typed));
    if (typed.trim() !== '' && Number.isFinite(wanted)) onSet(Math.min(most, Math.max(least, wanted)));
    onDone();
  };
  return (
    <TextInput
      autoFocus
      selectTextOnFocus
      inputMode="numeric"
      aria-label={`${label}, a number from ${least} to ${most}`}
      value={typed}
      maxLength={5}
      onChangeText={setTyped}
      onSubmitEditing={take}
      onBlur={take}
      style={[styles.typed, { color: palette.ink, borderColor: palette.action }]}
    />
  );
}

/** A value that goes up and down in steps, said aloud when it changes; a number can be typed as well. */
export function Stepper({ label, text, widest = 72, less, more, onLess, onMore, number }: StepperProps) {
  const palette = usePalette();
  const [isTyped, setIsTyped] = useState(false);
  const value = (
    <Words style={[styles.value, { minWidth: widest }]} aria-live="polite">
      {text}
    </Words>
  );
  return (
    <View role="group" aria-label={label} testID="stepper" style={styles.row}>
      <Words style={styles.label} aria-hidden>
        {label}
      </Words>
      <Step icon="minus" name={less} onPress={onLess} />
      {!number ? (
        value
      ) : isTyped ? (
        <Typed label={label} number={number} onDone={() => setIsTyped(false)} />
      ) : (
        <Pressable
          role="button"
          aria-label={`${label}: ${text}. Type a number`}
          onPress={() => setIsTyped(true)}
          style={[styles.open, { borderColor: palette.line }]}
        >
          {value}
        </Pressable>
      )}
      <Step icon="plus" name={more} onPress={onMore} />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', minHeight: TOUCH },
  label: { ...TYPE.strong, flexGrow: 1 },
  touch: TOUCH_SQUARE,
  value: { ...TYPE.words, textAlign: 'center' },
  open: { minHeight: TOUCH, justifyContent: 'center', borderBottomWidth: 1 },
  typed: { ...TYPE.words, width: 72, height: TOUCH, textAlign: 'center', borderWidth: 1.5, borderRadius: 10 },
});
