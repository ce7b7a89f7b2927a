import { useSyncExternalStore } from 'react';
import { Appearance, useWindowDimensions } from 'react-native';
import { DARK, LIGHT, WIDE, type Palette } from './tokens';

function onScheme(tell: () => void): () => void {
  const subscription = Appearance.addChangeListener(tell);
  return () => subscription.remove();
}
const isDark = (): boolean => Appearance.getColorScheme() === 'dark';

/** True where the device asks for dark. Looked up anew once it is subscribed: what changes while something is being drawn is not missed. */
export const useIsDark = (): boolean => useSyncExternalStore(onScheme, isDark, () => false);

/** The palette of the scheme the device asks for. */
export const usePalette = (): Palette => (useIsDark() ? DARK : LIGHT);

/** True where neighbouring screens stand side by side. */
export const useIsWide = (): boolean => useWindowDimensions().width >= WIDE;
