import { StyleSheet } from 'react-native';
import { TOUCH } from '../theme/tokens';
import { Button } from './Button';
import type { Follow } from './useFollow';

/** The way back to what plays, where the writer has scrolled away from it. */
export function BackToPlaying({ isAway, comeBack }: Omit<Follow, 'ref'>) {
  return isAway ? (
    <Button mode="contained" icon="crosshairs-gps" onPress={comeBack} style={styles.back}>
      Back to what plays
    </Button>
  ) : null;
}

const styles = StyleSheet.create({
  back: { position: 'absolute', bottom: 10, alignSelf: 'center', minHeight: TOUCH, justifyContent: 'center' },
});
