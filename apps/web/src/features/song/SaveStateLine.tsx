import { Text } from 'react-native';
import { useOpenSong, type SaveState } from '../../state/openSong';
import { usePalette } from '../../theme/usePalette';
import { FONT, SIZE } from '../../theme/tokens';

const WORDS: Record<SaveState, string> = {
  saved: 'Saved',
  unsaved: 'Saving…',
  saving: 'Saving…',
  waiting: 'Kept on this device, trying again',
  conflict: 'Changed elsewhere',
  refused: 'Not saved',
};

/** Whether the song is safe, said aloud when it changes. */
export function SaveStateLine() {
  const palette = usePalette();
  const save = useOpenSong((s) => s.save);
  return (
    <Text
      aria-live="polite"
      role="status"
      style={{ fontFamily: FONT.text, fontSize: SIZE.tiny, color: palette.quiet }}
    >
      {WORDS[save]}
    </Text>
  );
}
