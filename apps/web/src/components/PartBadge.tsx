import { MaterialDesignIcons } from '@react-native-vector-icons/material-design-icons';
import type { ComponentProps } from 'react';
import { StyleSheet, View } from 'react-native';
import { usePalette } from '../theme/usePalette';
import { partIcon, partInk } from '../theme/tokens';

export type IconName = ComponentProps<typeof MaterialDesignIcons>['name'];

/** A part's icon on its ink, outlined so that the light inks hold on paper too. */
export function PartBadge({ kind, quiet = false }: { kind: string; quiet?: boolean }) {
  const palette = usePalette();
  const ink = partInk(kind, palette);
  return (
    <View
      aria-hidden
      style={[
        styles.badge,
        { borderColor: palette.ink, backgroundColor: quiet ? 'transparent' : ink, opacity: quiet ? 0.55 : 1 },
      ]}
    >
      <MaterialDesignIcons
        name={partIcon(kind) as IconName}
        size={18}
        color={quiet ? palette.ink : ink === palette.ink ? palette.paper : '#14110B'}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  badge: {
    width: 30,
    height: 30,
    borderRadius: 15,
    borderWidth: 1.5,
    alignItems: 'center',
    justifyContent: 'center',
  },
});
