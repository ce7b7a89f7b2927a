import { StyleSheet, View } from 'react-native';
import { Button } from './Button';
import { usePalette } from '../theme/usePalette';
import { Notice } from './Notice';

export interface ErrorScreenProps {
  readonly retry: () => void;
  readonly remedy?: { readonly label: string; readonly act: () => void };
}

/** What stands in the place of a screen that failed: the song is safe, and there is a way on. */
export function ErrorScreen({ retry, remedy }: ErrorScreenProps) {
  const palette = usePalette();
  return (
    <View role="main" style={[styles.page, { backgroundColor: palette.paper }]}>
      <Notice text="This screen could not be shown, which is a mistake in the app. Your song is safe: it is saved, or kept on this device.">
        <Button mode="contained" onPress={retry}>
          Try again
        </Button>
        {remedy ? (
          <Button mode="outlined" onPress={remedy.act}>
            {remedy.label}
          </Button>
        ) : null}
        <Button mode="outlined" onPress={() => window.location.assign('/')}>
          Songbook
        </Button>
      </Notice>
    </View>
  );
}

const styles = StyleSheet.create({ page: { flex: 1 } });
