import { useEffect, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { forgetPeaks } from '../../audio/meters';
import { Button } from '../../components/Button';
import { forgetMeasured } from '../../state/measuring';
import { useOpenSong } from '../../state/openSong';
import { usePalette } from '../../theme/usePalette';
import { BalancePanel } from './BalancePanel';
import { MasterCard } from './MasterCard';
import { StripCard } from './StripCard';
import { Words } from '../../components/Words';

/** How the parts lie to each other, and how loud the whole is. */
export function MixScreen() {
  const palette = usePalette();
  const song = useOpenSong((s) => s.song);
  const id = useOpenSong((s) => s.id);
  const [open, setOpen] = useState<string | null>(null);
  useEffect(() => forgetMeasured, [id]);
  if (!song) return null;
  return (
    <ScrollView style={{ backgroundColor: palette.paper }} contentContainerStyle={styles.content}>
      <View role="heading" aria-level={2} aria-label="Mix" style={styles.unseen} />
      <MasterCard song={song} />
      <BalancePanel song={song} />
      {song.parts.map((part) => (
        <StripCard
          key={part.id}
          {...{ song, part }}
          open={open === part.id}
          onTurn={() => setOpen(open === part.id ? null : part.id)}
        />
      ))}
      {song.parts.length ? (
        <Button mode="text" onPress={forgetPeaks} style={styles.forget}>
          Take the peak marks back
        </Button>
      ) : (
        <Words size="body" tone="quiet">
          Nobody plays yet. Add parts on the Band screen, then mix them here.
        </Words>
      )}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  content: { padding: 12, gap: 10, paddingBottom: 32, maxWidth: 760, width: '100%' },
  unseen: { position: 'absolute', width: 1, height: 1 },
  forget: { alignSelf: 'flex-start' },
});
