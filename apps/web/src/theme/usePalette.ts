import { useWindowDimensions } from 'react-native';
import { useScheme } from './scheme';
import { DARK, LIGHT, WIDE, type Palette } from './tokens';

/** The palette of the scheme the device asks for. */
export const usePalette = (): Palette => (useScheme((s) => s.isDark) ? DARK : LIGHT);

/** True where neighbouring screens stand side by side. */
export const useIsWide = (): boolean => useWindowDimensions().width >= WIDE;
