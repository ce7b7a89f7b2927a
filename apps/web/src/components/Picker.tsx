import { createElement, useId } from 'react';
import { StyleSheet, View } from 'react-native';
import { usePalette } from '../theme/usePalette';
import { TYPE } from '../theme/styles';
import { TOUCH } from '../theme/tokens';
import type { Choice } from './Choices';
import { Words } from './Words';

export interface PickerProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly choices: readonly Choice<T>[];
  readonly onChoose: (value: T) => void;
  /** True where the label is read out but not shown, since the choices say it. */
  readonly bare?: boolean;
}

/** One of many: the browser's own list, which every phone and screen reader knows. */
export function Picker<T extends string>({ label, value, choices, onChoose, bare = false }: PickerProps<T>) {
  const palette = usePalette();
  const id = useId();
  return (
    <View style={styles.row}>
      {bare
        ? null
        : createElement('label', { htmlFor: id, style: { display: 'contents' } }, [
            <Words key="label" style={styles.label}>
              {label}
            </Words>,
          ])}
      {createElement(
        'select',
        {
          id,
          value,
          'aria-label': label,
          onChange: (event: React.ChangeEvent<HTMLSelectElement>) => onChoose(event.target.value as T),
          style: {
            flex: 1,
            minWidth: 0,
            height: TOUCH,
            borderRadius: 12,
            border: `1.5px solid ${palette.line}`,
            background: palette.raised,
            color: palette.ink,
            ...TYPE.words,
            padding: '0 10px',
          },
        },
        choices.map((choice) =>
          createElement('option', { key: choice.value, value: choice.value }, choice.label),
        ),
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 12, minHeight: TOUCH },
  label: { ...TYPE.strong, width: 112 },
});
