import { useRouter } from 'expo-router';
import { StyleSheet, Text, View } from 'react-native';
import { Button } from '../components/Button';
import { useTitle } from '../components/useTitle';
import { TYPE } from '../theme/styles';
import { FONT, SIZE } from '../theme/tokens';
import { usePalette } from '../theme/usePalette';

/** An address that leads nowhere. */
export default function NotFound() {
  const palette = usePalette();
  const router = useRouter();
  useTitle('Nothing here');
  return (
    <View role="main" style={[styles.page, { backgroundColor: palette.paper }]}>
      <Text role="heading" aria-level={1} style={[styles.heading, { color: palette.ink }]}>
        Nothing is at this address
      </Text>
      <Text style={[TYPE.body, { color: palette.quiet }]}>
        It may be misspelt, or lead to something that is no longer there. All songs are in the songbook.
      </Text>
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
