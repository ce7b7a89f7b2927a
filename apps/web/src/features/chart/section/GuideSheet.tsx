import { StyleSheet, Text, View } from 'react-native';
import { Switch } from 'react-native-paper';
import { setGuide } from '@backline/core/edits/song';
import { GM_PROGRAMS } from '@backline/core/formats/midi/programs';
import { USUAL_GUIDE } from '@backline/core/song/create';
import type { Song } from '@backline/core/song/schema';
import { Picker } from '../../../components/Picker';
import { Range } from '../../../components/Range';
import { Sheet } from '../../../components/Sheet';
import { change } from '../../../state/openSong';
import { usePalette } from '../../../theme/usePalette';
import { FONT, SIZE, TOUCH } from '../../../theme/tokens';
import { hearChord } from '../entry/hearing';
import { select } from '../selection';

/** Programs that make a good guide: they hold, and stay out of the way. */
const INSTRUMENTS = [0, 4, 16, 19, 24, 25, 48, 52, 89];

/** The guide sound: whether chords are heard on entry and under playback, by what and how loud. */
export function GuideSheet({ song, beside }: { song: Song; beside: boolean }) {
  const palette = usePalette();
  const guide = song.guide ?? USUAL_GUIDE;
  const toggle = (label: string, name: 'onEntry' | 'playback') => (
    <View style={styles.row}>
      <Switch
        value={guide[name]}
        accessibilityLabel={label}
        onValueChange={(on) => void change(setGuide({ [name]: on }))}
      />
      <Text style={[styles.words, { color: palette.ink }]}>{label}</Text>
    </View>
  );
  return (
    <Sheet title="Guide sound" onClose={() => select(null)} beside={beside}>
      {toggle('Chords sound as they are entered', 'onEntry')}
      {toggle('Chords sound under playback', 'playback')}
      <Picker
        label="Instrument"
        value={String(guide.instrument)}
        choices={INSTRUMENTS.map((value) => ({ value: String(value), label: GM_PROGRAMS[value]! }))}
        onChoose={(value) => {
          change(setGuide({ instrument: Number(value) }));
          hearChord(song.key.replace(/m$/, '') + (song.key.endsWith('m') ? 'm' : ''));
        }}
      />
      <Range
        label="Level"
        value={guide.level}
        low={0}
        high={127}
        text={`${Math.round((guide.level / 127) * 100)} %`}
        onChange={(level) => change(setGuide({ level }))}
      />
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: TOUCH },
  words: { fontFamily: FONT.text, fontSize: SIZE.small },
});
