import { StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { player, usePlayer } from '../../audio/player';
import { Button } from '../../components/Button';
import { Words } from '../../components/Words';
import type { ReadNote } from '../../shared/staffWish';
import { TOUCH_SQUARE } from '../../theme/styles';
import { usePalette } from '../../theme/usePalette';

export interface NoteInHandProps {
  readonly note: ReadNote;
  readonly onGo: (way: 1 | -1) => void;
  readonly onClose: () => void;
}

/** Plays the song from a tick. Called from a tap. */
function playFrom(tick: number): void {
  const { playing, starting } = usePlayer.getState();
  if (playing || starting) player.seek(tick);
  else void player.play(tick).catch(() => undefined);
}

/** The note in hand: where it is and why it is there, and the ones beside it. */
export function NoteInHand({ note, onGo, onClose }: NoteInHandProps) {
  const palette = usePalette();
  return (
    <View
      role="group"
      aria-label="The note in hand"
      style={[styles.panel, { borderColor: palette.line, backgroundColor: palette.raised }]}
    >
      <View style={styles.row}>
        <Words size="strong" style={styles.place}>
          {note.place}
        </Words>
        <IconButton
          icon="chevron-left"
          style={TOUCH_SQUARE}
          accessibilityLabel="Note before"
          onPress={() => onGo(-1)}
        />
        <IconButton
          icon="chevron-right"
          style={TOUCH_SQUARE}
          accessibilityLabel="Next note"
          onPress={() => onGo(1)}
        />
        <IconButton
          icon="close"
          style={TOUCH_SQUARE}
          accessibilityLabel="Put the note down"
          onPress={onClose}
        />
      </View>
      {note.tones.map((tone) => (
        <Words key={tone} size="words">
          {tone}
        </Words>
      ))}
      <Button compact mode="outlined" icon="play" style={styles.play} onPress={() => playFrom(note.start)}>
        Play from here
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  panel: { borderTopWidth: 1, paddingHorizontal: 12, paddingBottom: 8, gap: 2 },
  row: { flexDirection: 'row', alignItems: 'center' },
  place: { flex: 1, minWidth: 0 },
  play: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center', marginTop: 4 },
});
