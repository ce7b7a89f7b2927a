import { MaterialDesignIcons } from '@react-native-vector-icons/material-design-icons';
import { Pressable, StyleSheet, View } from 'react-native';
import type { IconName } from '../../components/PartBadge';
import { Words } from '../../components/Words';
import { usePalette } from '../../theme/usePalette';

interface Act {
  readonly label: string;
  readonly icon: IconName;
  /** What is read out, where the label alone does not say it. */
  readonly spoken: string;
  readonly onPress: () => void;
  readonly disabled?: boolean;
  readonly pressed?: boolean;
  readonly main?: boolean;
}

/** Five buttons at the thumb, which stay where they are while the music goes round. */
export function ThumbBar({ acts }: { readonly acts: readonly Act[] }) {
  const palette = usePalette();
  return (
    <View
      role="toolbar"
      aria-label="Playing again"
      style={[styles.bar, { borderColor: palette.line, backgroundColor: palette.raised }]}
    >
      {acts.map(({ label, icon, spoken, onPress, disabled = false, pressed, main = false }) => {
        const ink = main ? palette.onAction : disabled ? palette.quiet : palette.ink;
        return (
          <Pressable
            key={label}
            role="button"
            aria-label={spoken}
            aria-pressed={pressed}
            aria-disabled={disabled}
            disabled={disabled}
            onPress={onPress}
            style={[
              styles.act,
              main && { backgroundColor: palette.action },
              pressed && { backgroundColor: palette.actionWash },
            ]}
          >
            <MaterialDesignIcons name={icon} size={24} color={ink} />
            <Words size="tiny" aria-hidden style={{ color: ink }}>
              {label}
            </Words>
          </Pressable>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', gap: 4, padding: 6, borderTopWidth: 1 },
  act: {
    flex: 1,
    minHeight: 52,
    borderRadius: 12,
    alignItems: 'center',
    justifyContent: 'center',
    gap: 1,
  },
});
