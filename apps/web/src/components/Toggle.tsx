import { Pressable, StyleSheet } from 'react-native';
import { usePalette } from '../theme/usePalette';
import { FONT, SIZE, TOUCH } from '../theme/tokens';
import { onSpace } from './onSpace';
import { Words } from './Words';

export interface ToggleProps {
  readonly label: string;
  /** What is read out, where the label alone does not say it. */
  readonly spoken?: string;
  readonly on: boolean;
  /** What it is to who hears it: one of a few, on or off, or the head of something that unfolds. */
  readonly as?: 'radio' | 'switch' | 'head';
  readonly onPress: () => void;
  /** Of radios one is a stop of the Tab key: its id and whether it is that one. */
  readonly stop?: { readonly id: string; readonly isStop: boolean };
}

/** Something that is on or off: filled where it is on. */
export function Toggle({ label, spoken = label, on, as = 'switch', onPress, stop }: ToggleProps) {
  const palette = usePalette();
  const state = {
    radio: { 'aria-checked': on },
    switch: { 'aria-pressed': on },
    head: { 'aria-expanded': on },
  };
  return (
    <Pressable
      role={as === 'radio' ? 'radio' : 'button'}
      aria-label={spoken}
      {...state[as]}
      {...(as === 'radio' ? onSpace(onPress) : {})}
      {...(stop ? { id: stop.id, tabIndex: stop.isStop ? 0 : -1 } : {})}
      onPress={onPress}
      style={[
        styles.choice,
        {
          borderColor: on ? palette.action : palette.line,
          backgroundColor: on ? palette.actionWash : palette.raised,
        },
      ]}
    >
      <Words style={[styles.text, { fontFamily: on ? FONT.strong : FONT.text }]}>{label}</Words>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  choice: {
    minHeight: TOUCH,
    minWidth: TOUCH,
    paddingHorizontal: 12,
    borderWidth: 1.5,
    borderRadius: 12,
    alignItems: 'center',
    justifyContent: 'center',
  },
  text: { fontSize: SIZE.small },
});
