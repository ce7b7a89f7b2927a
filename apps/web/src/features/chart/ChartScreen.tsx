import { useState } from 'react';
import { ScrollView, StyleSheet, Text, View, type LayoutChangeEvent } from 'react-native';
import { Button } from 'react-native-paper';
import { addSection } from '@backline/core/edits/form';
import type { Song } from '@backline/core/song/schema';
import { styleOf } from '@backline/core/style/index';
import { keyInWords } from '@backline/core/theory/speech';
import { keyOf, keyText } from '@backline/core/theory/key';
import { change, useOpenSong } from '../../state/openSong';
import { usePalette } from '../../theme/usePalette';
import { FONT, SIZE } from '../../theme/tokens';
import { BarSheet } from './BarSheet';
import { SectionChart } from './SectionChart';
import { SectionSheet } from './SectionSheet';
import { TextSheet } from './TextSheet';
import { select, useSelection } from './selection';

/** What is selected on the chart, at the thumb. */
export function ChartSheet({ song }: { song: Song }) {
  const selection = useSelection((s) => s.selection);
  if (!selection) return null;
  if (selection.kind === 'text') return <TextSheet song={song} />;
  const section = song.sections.find((s) => s.id === selection.section);
  if (!section) return null;
  if (selection.kind === 'section') return <SectionSheet key={section.id} song={song} section={section} />;
  if (selection.bar >= section.bars) return null;
  return (
    <BarSheet key={`${section.id}/${selection.bar}`} song={song} section={section} index={selection.bar} />
  );
}

/** The sections one below another, bars of chords with their length to be seen. */
export function ChartScreen() {
  const palette = usePalette();
  const song = useOpenSong((s) => s.song);
  const [width, setWidth] = useState(0);
  const measure = (event: LayoutChangeEvent): void => setWidth(Math.floor(event.nativeEvent.layout.width));
  if (!song) return null;
  return (
    <View style={styles.screen}>
      <ScrollView style={{ backgroundColor: palette.paper }} contentContainerStyle={styles.content}>
        <Text style={[styles.facts, { color: palette.quiet }]}>
          {[keyInWords(song.key), song.metre, styleOf(song.style).name].join(' · ')}
        </Text>
        <View onLayout={measure}>
          {width > 0
            ? song.sections.map((section) => (
                <SectionChart key={section.id} song={song} section={section} width={width} />
              ))
            : null}
        </View>
        <View style={styles.buttons}>
          <Button
            mode="outlined"
            icon="plus"
            onPress={() => change(addSection('Section', keyText(keyOf(song.key))))}
          >
            Add a section
          </Button>
          <Button mode="outlined" icon="text-box-outline" onPress={() => select({ kind: 'text' })}>
            Chart as text
          </Button>
        </View>
      </ScrollView>
      <ChartSheet song={song} />
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, minHeight: 0 },
  content: { paddingHorizontal: 14, paddingBottom: 24 },
  facts: { fontFamily: FONT.text, fontSize: SIZE.small, paddingTop: 8 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
