import { useId, type KeyboardEvent } from 'react';
import { StyleSheet, View, type ViewStyle } from 'react-native';
import { TYPE } from '../theme/styles';
import { Toggle } from './Toggle';
import { Words } from './Words';

/** What can be chosen among. */
type Value = string | number | boolean;

export interface Choice<T extends Value> {
  readonly value: T;
  readonly label: string;
  /** What is read out, where the label alone does not say it. */
  readonly spoken?: string;
}

export interface ChoicesProps<T extends Value> {
  readonly label: string;
  readonly value: T | null;
  readonly choices: readonly Choice<T>[];
  readonly onChoose: (value: T) => void;
  /** True where the label is read out but not shown, since the choices say it. */
  readonly bare?: boolean;
  /** True where many stand in one row that is scrolled sideways, so that they never take the height of several. */
  readonly inARow?: boolean;
}

/** Of the browser's own scrolling, which keeps what has the focus in view. */
const SIDEWAYS = { overflowX: 'auto', scrollbarWidth: 'none' } as unknown as ViewStyle;

/** One of a few: all in sight, the chosen one filled. */
export function Choices<T extends Value>(props: ChoicesProps<T>) {
  const { label, value, choices, onChoose, bare = false, inARow = false } = props;
  const id = useId();
  const chosen = choices.findIndex((choice) => choice.value === value);
  /** Arrow keys go along the choices and choose, as among the browser's own radios. */
  const step = (event: KeyboardEvent): void => {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (by === undefined || event.altKey || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    event.stopPropagation();
    const to = (Math.max(0, chosen) + by + choices.length) % choices.length;
    onChoose(choices[to]!.value);
    document.getElementById(`${id}-${to}`)?.focus();
  };
  return (
    <View style={styles.group}>
      {bare ? null : (
        <Words style={styles.label} aria-hidden>
          {label}
        </Words>
      )}
      <View
        role="radiogroup"
        aria-label={label}
        {...{ onKeyDown: step }}
        style={inARow ? [styles.row, styles.inARow, SIDEWAYS] : styles.row}
      >
        {choices.map((choice, i) => (
          <Toggle
            key={String(choice.value)}
            stop={{ id: `${id}-${i}`, isStop: i === Math.max(0, chosen) }}
            as="radio"
            label={choice.label}
            spoken={choice.spoken}
            on={choice.value === value}
            onPress={() => onChoose(choice.value)}
          />
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: 4, paddingVertical: 4 },
  label: TYPE.strong,
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  // Room for the mark of the focus, which is cut off at the edges of what scrolls.
  inARow: { flexWrap: 'nowrap', padding: 4, margin: -4 },
});
