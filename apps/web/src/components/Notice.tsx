import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { usePalette } from '../theme/usePalette';
import { TYPE } from '../theme/styles';
import { Words } from './Words';

/** A sentence the writer should read, with what can be done about it. */
export function Notice({ text, children }: { text: string; children?: ReactNode }) {
  const palette = usePalette();
  return (
    <View
      role="alert"
      style={[styles.box, { backgroundColor: palette.sunken, borderColor: palette.warning }]}
    >
      <Words style={styles.text}>{text}</Words>
      {children ? <View style={styles.actions}>{children}</View> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { borderLeftWidth: 4, borderRadius: 8, padding: 12, margin: 12, gap: 8 },
  text: TYPE.body,
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
