import { StyleSheet, Text, View } from 'react-native';
import { useSpoken } from '../state/spoken';

/** Speaks what was done to who does not see it. */
export function Spoken() {
  const { text, count } = useSpoken();
  return (
    <View role="log" aria-live="polite" aria-label="What was done" style={styles.unseen}>
      <Text key={count}>{text}</Text>
    </View>
  );
}

const styles = StyleSheet.create({
  unseen: { position: 'absolute', width: 1, height: 1, overflow: 'hidden' },
});
