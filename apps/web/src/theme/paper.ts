import type { MD3Theme } from 'react-native-paper';
import { configureFonts } from 'react-native-paper';
import { MD3DarkTheme } from 'react-native-paper/lib/module/styles/themes/v3/DarkTheme';
import { MD3LightTheme } from 'react-native-paper/lib/module/styles/themes/v3/LightTheme';
import { DARK, FONT, LIGHT, type Palette } from './tokens';

/** @param other the scheme's counterpart: what floats over the page stands in its colours. */
function themed(base: MD3Theme, p: Palette, other: Palette): MD3Theme {
  return {
    ...base,
    roundness: 3,
    fonts: configureFonts({ config: { fontFamily: FONT.text } }),
    colors: {
      ...base.colors,
      primary: p.action,
      onPrimary: p.onAction,
      primaryContainer: p.actionWash,
      onPrimaryContainer: p.ink,
      secondary: p.ink,
      onSecondary: p.paper,
      secondaryContainer: p.actionWash,
      onSecondaryContainer: p.ink,
      tertiary: p.quiet,
      background: p.paper,
      onBackground: p.ink,
      surface: p.paper,
      onSurface: p.ink,
      surfaceVariant: p.sunken,
      onSurfaceVariant: p.quiet,
      surfaceDisabled: p.sunken,
      outline: p.quiet,
      outlineVariant: p.line,
      error: p.warning,
      onError: p.paper,
      inverseSurface: p.ink,
      inverseOnSurface: p.paper,
      inversePrimary: other.action,
      elevation: {
        level0: 'transparent',
        level1: p.raised,
        level2: p.raised,
        level3: p.raised,
        level4: p.raised,
        level5: p.raised,
      },
    },
  };
}

export const lightTheme = themed(MD3LightTheme, LIGHT, DARK);
export const darkTheme = themed(MD3DarkTheme, DARK, LIGHT);
