import { StyleSheet, View } from 'react-native';
import type { SongSummary } from '@backline/core/song/wire';
import { usePalette } from '../../theme/usePalette';

/** The form as a strip: a block a section as wide as it is long, blocks of one name as tall as each other. */
export function FormPicture({ form }: Pick<SongSummary, 'form'>) {
  const palette = usePalette();
  const names = [...new Set(form.map((f) => f.name))];
  return (
    <View style={styles.strip} aria-hidden>
      {form.map((entry, i) => {
        const height = 8 + (18 * (names.indexOf(entry.name) + 1)) / names.length;
        return (
          <View
            key={i}
            style={{
              flexGrow: entry.bars,
              flexBasis: 0,
              height,
              backgroundColor: palette.quiet,
              borderRadius: 3,
              opacity: 0.75,
            }}
          />
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  strip: { flexDirection: 'row', alignItems: 'flex-end', gap: 2, height: 26, flex: 1 },
});
