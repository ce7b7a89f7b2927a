import { StyleSheet, Text, View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { Button } from '../../components/Button';
import { Sheet } from '../../components/Sheet';
import { stopMaking, takeFile, useFiles, type FileKind } from '../../state/files';
import { useOpenSong } from '../../state/openSong';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';

const KINDS: readonly { kind: FileKind; label: string; icon: string; about: string }[] = [
  {
    kind: 'midi',
    label: 'MIDI file',
    icon: 'file-music-outline',
    about: 'Every part on a track of its own.',
  },
  { kind: 'wav', label: 'Sound (WAV)', icon: 'waveform', about: 'The song as it is heard.' },
  {
    kind: 'stems',
    label: 'Sound, a file a part (ZIP)',
    icon: 'folder-zip-outline',
    about: 'The song and each part; laid over each other the parts are the song.',
  },
];

const WORDS: Record<FileKind, string> = {
  midi: 'Writing the MIDI file',
  wav: 'Playing the song into a file',
  stems: 'Playing every part into a file',
};

/** How far a file is, and the way to give it up. */
function Making({ kind, done }: { kind: FileKind; done: number }) {
  const palette = usePalette();
  return (
    <View style={styles.making}>
      <Text style={[styles.words, { color: palette.ink }]} role="status">
        {WORDS[kind]}
      </Text>
      <View style={styles.bar}>
        <ProgressBar
          progress={done}
          color={palette.action}
          accessibilityLabel={`${WORDS[kind]}: ${Math.round(done * 100)} %`}
        />
      </View>
      <Button mode="outlined" icon="stop" onPress={stopMaking} style={styles.button}>
        Stop writing
      </Button>
    </View>
  );
}

function take(kind: FileKind): void {
  const { song } = useOpenSong.getState();
  if (song) void takeFile(kind, song);
}

/** Files of the song to take away. */
export function TakeSheet({ onClose }: { onClose: () => void }) {
  const palette = usePalette();
  const { making, remark } = useFiles();
  return (
    <Sheet title="Take the song away" onClose={onClose}>
      {making ? (
        <Making kind={making.kind} done={making.done} />
      ) : (
        KINDS.map(({ kind, label, icon, about }) => (
          <View key={kind} style={styles.row}>
            <Button mode="outlined" icon={icon} onPress={() => take(kind)} style={styles.button}>
              {label}
            </Button>
            <Text style={[styles.words, { color: palette.quiet }]}>{about}</Text>
          </View>
        ))
      )}
      {remark ? (
        <Text role="alert" style={[styles.words, { color: palette.warning }]}>
          {remark}
        </Text>
      ) : null}
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { gap: 2, paddingBottom: 4 },
  button: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
  words: TYPE.words,
  making: { gap: 10 },
  bar: { height: 8 },
});
