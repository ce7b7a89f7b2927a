import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { keepForOffline, keepOldVersion, takeNewVersion, useNewVersion } from '../state/offline';
import { usePalette } from '../theme/usePalette';
import { Button } from './Button';
import { Words } from './Words';

/** Says that a new version of the app is there, and uses it when the writer says so. */
export function NewVersion() {
  const palette = usePalette();
  const waiting = useNewVersion((s) => s.waiting);
  useEffect(() => {
    if (process.env.NODE_ENV === 'production') void keepForOffline();
  }, []);
  if (!waiting) return null;
  return (
    <View
      role="region"
      aria-label="A new version"
      style={[styles.line, { backgroundColor: palette.sunken, borderColor: palette.action }]}
    >
      <Words role="status" size="words" style={styles.words}>
        A new version is here. Nothing is lost by using it now.
      </Words>
      <Button compact mode="contained" onPress={() => takeNewVersion()}>
        Use it
      </Button>
      <Button compact mode="text" onPress={keepOldVersion}>
        Next time
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  line: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 6,
    paddingHorizontal: 14,
    borderBottomWidth: 2,
  },
  words: { flexGrow: 1 },
});
