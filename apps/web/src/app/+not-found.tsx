import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { useTitle } from '../components/useTitle';
import { FONT, SIZE } from '../theme/tokens';
import { usePalette } from '../theme/usePalette';
import { Words } from '../components/Words';

/** An address that leads nowhere. */
export default function NotFound() {
  const palette = usePalette();
  const router = useRouter();
  useTitle('Nothing here');
  return (
    <View role="main" style={[styles.page, { backgroundColor: palette.paper }]}>
      <Words role="heading" aria-level={1} style={styles.heading}>
        Nothing is at this address
      </Words>
      <Words size="body" tone="quiet">
        It may be misspelt, or lead to something that is no longer there. All songs are in the songbook.
      </Words>
      <Button mode="contained" onPress={() => router.dismissTo('/')}>
        Songbook
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1, alignItems: 'center', justifyContent: 'center', padding: 24, gap: 14 },
  heading: { fontFamily: FONT.chord, fontSize: SIZE.display, textAlign: 'center' },
});
