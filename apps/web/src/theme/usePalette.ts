import { useColorScheme, useWindowDimensions } from 'react-native';
import { DARK, LIGHT, WIDE, type Palette } from './tokens';

/** The palette of the scheme the device asks for. */
export const usePalette = (): Palette => (useColorScheme() === 'dark' ? DARK : LIGHT);

/** True where neighbouring screens stand side by side. */
export const useIsWide = (): boolean => useWindowDimensions().width >= WIDE;
