import { MaterialDesignIcons } from '@react-native-vector-icons/material-design-icons';
import type { ComponentProps } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Kind } from '@backline/core/song/kinds';
import { usePalette } from '../theme/usePalette';
import { PART_ICON, partInk } from '../theme/tokens';

export type IconName = ComponentProps<typeof MaterialDesignIcons>['name'];

/** A part's icon on its ink, outlined so that the light inks hold on paper too. */
export function PartBadge({ kind, quiet = false }: { kind: Kind; quiet?: boolean }) {
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
        name={PART_ICON[kind] as IconName}
        size={18}
        color={quiet ? palette.ink : kind === 'drums' ? palette.paper : '#14110B'}
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
