import { useState } from 'react';
import { StyleSheet, Text, View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { Link } from 'expo-router';
import { isAudible } from '@backline/core/band/audible';
import type { AudioFormat } from '@backline/sound/encode/formats';
import { Button } from '../../components/Button';
import { Choices } from '../../components/Choices';
import { Sheet } from '../../components/Sheet';
import { SwitchLine } from '../../components/SwitchLine';
import { useBand } from '../../state/band';
import { stopMaking, takeFile, useFiles, type Wish } from '../../state/files';
import { useOpenSong } from '../../state/openSong';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { TOUCH } from '../../theme/tokens';
import type { AudioWish } from '../../workers/audioFiles';

const FORMATS: readonly { value: AudioFormat; label: string }[] = [
  { value: 'wav16', label: 'WAV, 16 bit' },
  { value: 'wav24', label: 'WAV, 24 bit' },
  { value: 'mp3', label: 'MP3' },
  { value: 'ogg', label: 'Ogg' },
];

const makingWords = (wish: Wish): string =>
  wish === 'midi'
    ? 'Writing the MIDI file'
    : wish.what === 'parts'
      ? 'Playing every part into a file'
      : 'Playing the song into a file';

/** How far a file is, and the way to give it up. */
function Making({ wish, done }: { wish: Wish; done: number }) {
  const palette = usePalette();
  const words = makingWords(wish);
  return (
    <View style={styles.making}>
      <Text style={[styles.words, { color: palette.ink }]} role="status">
        {words}
      </Text>
      <View style={styles.bar}>
        <ProgressBar
          progress={done}
          color={palette.action}
          accessibilityLabel={`${words}: ${Math.round(done * 100)} %`}
        />
      </View>
      <Button mode="outlined" icon="stop" onPress={stopMaking} style={styles.button}>
        Stop writing
      </Button>
    </View>
  );
}

function take(wish: Wish): void {
  const { song } = useOpenSong.getState();
  if (song) void takeFile(wish, song);
}

/** First playing of every section that is played, by name. */
function useStretches(): readonly { value: string; label: string }[] {
  const bars = useBand((s) => s.band?.bars);
  const seen = new Map<string, string>();
  for (const { section, playing } of bars ?? []) if (!seen.has(section)) seen.set(section, playing);
  return [{ value: '', label: 'Whole song' }, ...[...seen].map(([label, value]) => ({ value, label }))];
}

/** What was chosen last, for the next file. */
interface Chosen {
  readonly format: AudioFormat;
  readonly playing: string;
  readonly mastered: boolean;
}

interface SoundFilesProps {
  readonly chosen: Chosen;
  readonly onChoose: (changed: Partial<Chosen>) => void;
}

/** Sound to take away: of what, in which form, with what done to it. */
function SoundFiles({ chosen, onChoose }: SoundFilesProps) {
  const palette = usePalette();
  const song = useOpenSong((s) => s.song);
  const stretches = useStretches();
  const { format, playing, mastered } = chosen;
  const of = stretches.some((s) => s.value === playing) ? playing : '';
  const takeSound = (what: AudioWish['what']): void =>
    take({ format, mastered, playing: of === '' ? null : of, what });
  return (
    <>
      <Text role="heading" aria-level={3} style={[styles.heading, { color: palette.ink }]}>
        Sound
      </Text>
      <Choices
        label="Of"
        value={of}
        choices={stretches}
        onChoose={(value) => onChoose({ playing: value })}
        inARow
      />
      <Choices
        label="As"
        value={format}
        choices={FORMATS}
        onChoose={(value) => onChoose({ format: value })}
      />
      <SwitchLine
        label="With the master (tone, glue, limiter)"
        on={mastered}
        onTurn={(on) => onChoose({ mastered: on })}
      />
      <View style={styles.buttons}>
        <Button mode="contained" icon="waveform" onPress={() => takeSound('whole')}>
          Take it as it is heard
        </Button>
        <Button mode="outlined" icon="folder-zip-outline" onPress={() => takeSound('parts')}>
          A file a part (ZIP)
        </Button>
      </View>
      <Text style={[styles.words, { color: palette.quiet }]}>
        Laid over each other the parts are the song. One part alone:
      </Text>
      <View style={styles.buttons}>
        {song?.parts
          .filter((part) => isAudible(part, song.parts))
          .map(({ id, name }) => (
            <Button
              key={id}
              compact
              mode="outlined"
              style={styles.part}
              accessibilityLabel={`Take ${name} alone`}
              onPress={() => takeSound({ part: id })}
            >
              {name}
            </Button>
          ))}
      </View>
    </>
  );
}

/** Files of the song to take away. */
export function TakeSheet({ onClose }: { onClose: () => void }) {
  const palette = usePalette();
  const { making, remark } = useFiles();
  const [chosen, setChosen] = useState<Chosen>({ format: 'wav16', playing: '', mastered: true });
  return (
    <Sheet title="Take the song away" tall onClose={onClose}>
      {remark ? (
        <Text role="alert" style={[styles.words, { color: palette.warning }]}>
          {remark}
        </Text>
      ) : null}
      {making ? (
        <Making wish={making.wish} done={making.done} />
      ) : (
        <>
          <Text role="heading" aria-level={3} style={[styles.heading, { color: palette.ink }]}>
            Notes for other programs
          </Text>
          <View style={styles.buttons}>
            <Button mode="outlined" icon="file-music-outline" onPress={() => take('midi')}>
              MIDI file
            </Button>
          </View>
          <Text style={[styles.words, { color: palette.quiet }]}>Every part on a track of its own.</Text>
          <SoundFiles chosen={chosen} onChoose={(changed) => setChosen({ ...chosen, ...changed })} />
          <Link href="/about" style={StyleSheet.flatten([styles.link, { color: palette.action }])}>
            Whose sounds these are
          </Link>
        </>
      )}
    </Sheet>
  );
}

const styles = StyleSheet.create({
  heading: { ...TYPE.strong, paddingTop: 4 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  part: { minWidth: TOUCH + 4 },
  button: { alignSelf: 'flex-start', minHeight: TOUCH, justifyContent: 'center' },
  words: TYPE.words,
  making: { gap: 10 },
  bar: { height: 8 },
  link: { ...TYPE.words, minHeight: TOUCH, lineHeight: TOUCH, textDecorationLine: 'underline' },
});
