import { Pressable, StyleSheet, View } from 'react-native';
import { TOUCH } from '../theme/tokens';
import { usePalette } from '../theme/usePalette';
import { onSpace } from './onSpace';
import { Words } from './Words';

export interface SwitchLineProps {
  readonly label: string;
  /** What is read out, where the label alone does not say it. */
  readonly spoken?: string;
  /** True where the label stands elsewhere already. */
  readonly bare?: boolean;
  readonly on: boolean;
  readonly onTurn: (on: boolean) => void;
}

/** On or off, with its words as part of what is touched. */
export function SwitchLine({ label, spoken = label, bare = false, on, onTurn }: SwitchLineProps) {
  const palette = usePalette();
  return (
    <Pressable
      role="switch"
      aria-checked={on}
      aria-label={spoken}
      onPress={() => onTurn(!on)}
      {...onSpace(() => onTurn(!on))}
      style={[styles.line, bare && styles.bare]}
    >
      <View
        style={[
          styles.track,
          {
            backgroundColor: on ? palette.action : palette.sunken,
            borderColor: on ? palette.action : palette.quiet,
          },
        ]}
      >
        <View
          style={[
            styles.thumb,
            on ? styles.right : styles.left,
            { backgroundColor: on ? palette.onAction : palette.quiet },
          ]}
        />
      </View>
      {bare ? null : <Words size="words">{label}</Words>}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: TOUCH, minWidth: TOUCH },
  bare: { justifyContent: 'center' },
  track: { width: 42, height: 26, borderRadius: 13, borderWidth: 1.5, justifyContent: 'center' },
  thumb: { width: 18, height: 18, borderRadius: 9 },
  left: { marginLeft: 2 },
  right: { marginLeft: 19 },
});
