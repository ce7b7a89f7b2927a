import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { HelperText, TextInput } from 'react-native-paper';
import { Button } from '../../../components/Button';
import { takeChart } from '@backline/core/edits/chart';
import { ChartError, readChart, writeChart } from '@backline/core/formats/chart/index';
import { chartOfSheet, type SheetAsChart } from '@backline/core/formats/chordSheet/index';
import { counted } from '@backline/core/song/listed';
import type { Song } from '@backline/core/song/schema';
import { Notice } from '../../../components/Notice';
import { Sheet } from '../../../components/Sheet';
import { change, useOpenSong } from '../../../state/openSong';
import { usePalette } from '../../../theme/usePalette';
import { TYPE } from '../../../theme/styles';
import { SIZE } from '../../../theme/tokens';
import { select } from '../selection';
import { repertoire } from '../../../state/repertoire';

function tryRead(text: string, base: Song): { song: Song } | { message: string } {
  try {
    return { song: readChart(text, repertoire(), base) };
  } catch (error) {
    if (error instanceof ChartError) return { message: error.message };
    throw error;
  }
}

const barsOf = (song: Song): number => song.sections.reduce((sum, { bars }) => sum + bars, 0);

/** A text that does not read, or has no bar lines and would have other bars, may be meant as a chord sheet. */
function asSheet(text: string, read: ReturnType<typeof tryRead>): SheetAsChart | null {
  if ('song' in read && /[|‖]/u.test(text)) return null;
  const sheet = chartOfSheet(text);
  return sheet && 'song' in read && barsOf(read.song) === sheet.bars ? null : sheet;
}

/** The whole chart as text: type it, paste it, put it in. What does not read stays in the field. */
export function TextSheet({ song, begin, beside }: { song: Song; begin?: string; beside: boolean }) {
  const palette = usePalette();
  const [text, setText] = useState(() => begin ?? writeChart(song));
  const read = useMemo(() => tryRead(text, song), [text, song]);
  const sheet = useMemo(() => asSheet(text, read), [text, read]);
  return (
    <Sheet title="Chart as text" onClose={() => select(null)} tall beside={beside}>
      <TextInput
        mode="outlined"
        label="Chart"
        accessibilityLabel="Chart"
        multiline
        numberOfLines={14}
        value={text}
        onChangeText={setText}
        error={'message' in read}
        autoCapitalize="none"
        autoCorrect={false}
        spellCheck={false}
        style={[styles.field, { backgroundColor: palette.paper }]}
      />
      {sheet ? (
        <Notice
          text={`This looks like a chord sheet: ${counted(sheet.sections, 'section')}, ${counted(sheet.bars, 'bar')}. ${sheet.told.join(' ')}`}
        >
          <Button mode="contained" onPress={() => setText(sheet.text)}>
            Write it as a chart
          </Button>
        </Notice>
      ) : null}
      {'message' in read ? (
        <View role="alert">
          <HelperText type="error" style={styles.help}>
            {read.message}
          </HelperText>
        </View>
      ) : null}
      <View style={styles.buttons}>
        <Button
          mode="contained"
          disabled={'message' in read}
          onPress={() => {
            if ('message' in read) return;
            change(takeChart(read.song));
            // What was refused stays in the field.
            if (useOpenSong.getState().refusal === null) select(null);
          }}
        >
          Put it in
        </Button>
        <Button mode="outlined" onPress={() => select(null)}>
          Leave as it was
        </Button>
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  field: { ...TYPE.body, minHeight: 240 },
  help: { fontSize: SIZE.small },
  buttons: { flexDirection: 'row', gap: 8 },
});
