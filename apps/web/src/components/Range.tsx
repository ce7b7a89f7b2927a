import { createElement, useId } from 'react';
import { StyleSheet, Text, View } from 'react-native';
import { usePalette } from '../theme/usePalette';
import { FONT, SIZE, TOUCH } from '../theme/tokens';

export interface RangeProps {
  readonly label: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly step?: number;
  /** The value in words: "G3", "30 ms". */
  readonly text: string;
  readonly onChange: (value: number) => void;
}

/** A slider: the browser's own, so that keyboard, touch and screen readers all know it. */
export function Range({ label, value, low, high, step = 1, text, onChange }: RangeProps) {
  const palette = usePalette();
  const id = useId();
  return (
    <View style={styles.row}>
      <View style={styles.words}>
        <Text style={[styles.label, { color: palette.ink }]}>{label}</Text>
        <Text style={[styles.value, { color: palette.quiet }]}>{text}</Text>
      </View>
      {createElement('input', {
        id,
        type: 'range',
        min: low,
        max: high,
        step,
        value,
        'aria-label': label,
        'aria-valuetext': text,
        onChange: (event: React.ChangeEvent<HTMLInputElement>) => onChange(Number(event.target.value)),
        style: { flex: 1, minWidth: 0, width: '100%', height: TOUCH, accentColor: palette.action, margin: 0 },
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 12, minHeight: TOUCH },
  words: { width: 112 },
  label: { fontFamily: FONT.strong, fontSize: SIZE.small },
  value: { fontFamily: FONT.text, fontSize: SIZE.tiny },
});
