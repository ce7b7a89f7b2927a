import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { Link } from 'expo-router';
import { isAudible } from '@backline/core/band/audible';
import { counted } from '@backline/core/song/listed';
import type { Song } from '@backline/core/song/schema';
import { withTakesAsParts } from '@backline/core/takes/asParts';
import { tempoMap } from '@backline/core/time/tempo';
import { tempoPoints } from '@backline/core/time/tempos';
import { bytesASecond, type AudioFormat } from '@backline/sound/files/audioFormats';
import { Button } from '../../components/Button';
import { Choices } from '../../components/Choices';
import { Sheet } from '../../components/Sheet';
import { Toggle } from '../../components/Toggle';
import { SwitchLine } from '../../components/SwitchLine';
import { useBand } from '../../state/band';
import { stopMaking, takeFile, useFiles, type Wish } from '../../state/files';
import { useOpenSong } from '../../state/openSong';
import { partKind } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { TOUCH } from '../../theme/tokens';
import type { AudioWish } from '../../shared/audioWish';
import { Words } from '../../components/Words';

const FORMATS: readonly { value: AudioFormat; label: string }[] = [
  { value: 'wav16', label: 'WAV, 16 bit' },
  { value: 'wav24', label: 'WAV, 24 bit' },
  { value: 'mp3', label: 'MP3' },
  { value: 'ogg', label: 'Ogg' },
];

const makingWords = (wish: Wish): string =>
  wish === 'midi'
    ? 'Writing the MIDI file'
    : 'staff' in wish
      ? 'Writing the notation'
      : typeof wish.what === 'object' && 'parts' in wish.what
        ? `Playing ${counted(wish.what.parts.length, 'part')} into files`
        : 'Playing the song into a file';

/** How far a file is, and the way to give it up. */
function Making({ wish, done }: { wish: Wish; done: number }) {
  const palette = usePalette();
  const sound = wish === 'midi' || 'staff' in wish ? null : wish;
  const seconds = useSeconds(sound?.playing ?? null);
  const size = sound ? bytesOf(sound, seconds) : null;
  const words =
    makingWords(wish) + (size === null ? '' : `: ${megabytes(size * done)} of about ${megabytes(size)} MB`);
  return (
    <View style={styles.making}>
      <Words style={styles.words} role="status">
        {words}
      </Words>
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

const megabytes = (bytes: number): string =>
  bytes < 9.95e6 ? (bytes / 1e6).toFixed(1) : String(Math.round(bytes / 1e6));

/** About how large a file will be, bytes: of what sounds, and a little of the room after it. */
function bytesOf({ format, what }: Omit<AudioWish, 'playing' | 'mastered'>, seconds: number): number {
  const files = typeof what === 'object' && 'parts' in what ? what.parts.length + 1 : 1;
  return files * (seconds + TAIL) * bytesASecond(format);
}

/** Seconds that a file goes on behind its last bar. */
const TAIL = 2;

/** Seconds of the song, or of one playing of a section. */
function useSeconds(playing: string | null): number {
  const bars = useBand((s) => s.band?.bars);
  const own = bars?.filter((bar) => playing === null || bar.occurrenceKey === playing) ?? [];
  const [first, last] = [own[0], own[own.length - 1]];
  if (!bars || !first || !last) return 0;
  const map = tempoMap(tempoPoints(bars));
  return map.secondsAt(last.start + last.length) - map.secondsAt(first.start);
}

function take(wish: Wish): void {
  const { song } = useOpenSong.getState();
  if (song) void takeFile(wish, song);
}

/** First playing of every section that is played, by name. */
function useStretches(): readonly { value: string; label: string }[] {
  const bars = useBand((s) => s.band?.bars);
  const seen = new Map<string, string>();
  for (const { section, occurrenceKey } of bars ?? [])
    if (!seen.has(section)) seen.set(section, occurrenceKey);
  return [{ value: '', label: 'Whole song' }, ...[...seen].map(([label, value]) => ({ value, label }))];
}

/** What was chosen last, for the next file. */
interface Chosen {
  readonly format: AudioFormat;
  readonly playing: string;
  readonly mastered: boolean;
  /** Parts that are left out by hand. */
  readonly without: readonly string[];
}

interface SoundFilesProps {
  readonly chosen: Chosen;
  readonly onChoose: (changed: Partial<Chosen>) => void;
}

/** Sound to take away: of what, in which form, with what done to it. */
function SoundFiles({ chosen, onChoose }: SoundFilesProps) {
  const song = useOpenSong((s) => s.song);
  const stretches = useStretches();
  const { format, playing, mastered, without } = chosen;
  const parts = song?.parts ?? [];
  const written = parts.map(({ id }) => id).filter((id) => !without.includes(id));
  const of = stretches.some((s) => s.value === playing) ? playing : '';
  const takeSound = (what: AudioWish['what']): void =>
    take({ format, mastered, playing: of === '' ? null : of, what });
  const seconds = useSeconds(of === '' ? null : of);
  const sizeIn = (what: AudioWish['what']): string => megabytes(bytesOf({ format, what }, seconds));
  return (
    <>
      <Words role="heading" aria-level={3} style={styles.heading}>
        Sound
      </Words>
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
      </View>
      <Words tone="quiet" style={styles.words}>{`About ${sizeIn('whole')} MB.`}</Words>
      <Words role="heading" aria-level={3} style={styles.heading}>
        A file for each part
      </Words>
      <View role="group" aria-label="Parts that are written" style={styles.buttons}>
        {parts.map((part) => (
          <Toggle
            key={part.id}
            label={isAudible(part, parts) ? part.name : `${part.name} (silenced)`}
            on={!without.includes(part.id)}
            onPress={() =>
              onChoose({
                without: without.includes(part.id)
                  ? without.filter((id) => id !== part.id)
                  : [...without, part.id],
              })
            }
          />
        ))}
      </View>
      <View style={styles.buttons}>
        <Button
          mode="outlined"
          icon="folder-zip-outline"
          disabled={!written.length}
          onPress={() => takeSound({ parts: written })}
        >
          A file a part (ZIP)
        </Button>
      </View>
      <Words tone="quiet" style={styles.words}>
        {written.length
          ? `${counted(written.length, 'file')}, and all of them together: about ${sizeIn({ parts: written })} MB. Played at once they are that sum. One part alone:`
          : 'Choose the parts that are written. One part alone:'}
      </Words>
      <View style={styles.buttons}>
        {parts.map(({ id, name }) => (
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

/** One part as notation. */
function StaffFiles({ song }: { readonly song: Song }) {
  const [forInstrument, setForInstrument] = useState(false);
  const pitched = song.parts.filter((part) => partKind(part)?.pitched);
  if (!pitched.length) return null;
  return (
    <>
      <Words role="heading" aria-level={3} style={styles.heading}>
        A part as notation (MusicXML)
      </Words>
      <SwitchLine label="Written for its instrument" on={forInstrument} onTurn={setForInstrument} />
      <View style={styles.buttons}>
        {pitched.map(({ id, name }) => (
          <Button
            key={id}
            compact
            mode="outlined"
            style={styles.part}
            accessibilityLabel={`Take ${name} as notation`}
            onPress={() => take({ staff: id, forInstrument })}
          >
            {name}
          </Button>
        ))}
      </View>
    </>
  );
}

/** Takes to take away, each by itself: all of them begin with the song and are as long as it. */
function TakeFiles({ song, format, mastered }: { song: Song } & Pick<Chosen, 'format' | 'mastered'>) {
  const { song: whole, added } = useMemo(() => withTakesAsParts(song), [song]);
  if (!added.length) return null;
  return (
    <>
      <Words role="heading" aria-level={3} style={styles.heading}>
        Takes
      </Words>
      <View style={styles.buttons}>
        <Button mode="outlined" icon="file-music-outline" onPress={() => void takeFile('midi', whole)}>
          A track a take (MIDI)
        </Button>
        <Button
          mode="outlined"
          icon="folder-zip-outline"
          onPress={() =>
            void takeFile({ format, mastered, playing: null, what: { parts: [...added] } }, whole)
          }
        >
          A file a take (ZIP)
        </Button>
      </View>
      <Words tone="quiet" style={styles.words}>
        {`${counted(added.length, 'take')}, each as long as the song.`}
      </Words>
    </>
  );
}

/** Files of the song to take away. */
export function ExportSheet({ onClose }: { onClose: () => void }) {
  const palette = usePalette();
  const song = useOpenSong((s) => s.song);
  const { making, remark } = useFiles();
  const [chosen, setChosen] = useState<Chosen>({
    format: 'wav16',
    playing: '',
    mastered: true,
    without: [],
  });
  return (
    <Sheet title="Take the song away" tall onClose={onClose}>
      {remark ? (
        <Words role="alert" tone="warning" style={styles.words}>
          {remark}
        </Words>
      ) : null}
      {making ? (
        <Making wish={making.wish} done={making.done} />
      ) : (
        <>
          <Words role="heading" aria-level={3} style={styles.heading}>
            Notes for other programs
          </Words>
          <View style={styles.buttons}>
            <Button mode="outlined" icon="file-music-outline" onPress={() => take('midi')}>
              MIDI file
            </Button>
          </View>
          <Words tone="quiet" style={styles.words}>
            Every part on a track of its own.
          </Words>
          {song ? <StaffFiles song={song} /> : null}
          <SoundFiles chosen={chosen} onChoose={(changed) => setChosen({ ...chosen, ...changed })} />
          {song ? <TakeFiles song={song} format={chosen.format} mastered={chosen.mastered} /> : null}
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
