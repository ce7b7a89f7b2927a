import { StyleSheet } from 'react-native';
import type { TextInputProps } from 'react-native-paper';
import { TextInput } from 'react-native-paper';
import { TOUCH } from '../theme/tokens';
import { usePalette } from '../theme/usePalette';

/** A line of text to write in, as high as a fingertip. */
export function Field({ style, ...props }: TextInputProps) {
  const palette = usePalette();
  return (
    <TextInput
      mode="outlined"
      dense
      {...props}
      style={[styles.field, { backgroundColor: palette.paper }, style]}
    />
  );
}

const styles = StyleSheet.create({ field: { height: TOUCH + 2 } });
