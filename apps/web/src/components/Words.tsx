import { Text, type TextProps } from 'react-native';
import { TYPE } from '../theme/styles';
import type { Palette } from '../theme/tokens';
import { usePalette } from '../theme/usePalette';

export interface WordsProps extends TextProps {
  readonly size?: keyof typeof TYPE;
  /** Which ink of the palette. */
  readonly tone?: keyof Palette;
}

/** Text in one of the sizes and inks that the app has. */
export function Words({ size, tone = 'ink', style, ...text }: WordsProps) {
  const palette = usePalette();
  return <Text {...text} style={[size && TYPE[size], { color: palette[tone] }, style]} />;
}
