import { StyleSheet, Text } from 'react-native';
import type { SongSummary } from '@backline/core/song/transport';
import { keyInWords } from '@backline/core/theory/speech';
import { styleName } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { songTempoText } from '../../components/tempoText';

/** Key, metre, tempo, style and length of a song in a line. */
export function factsOf(song: SongSummary): string {
  return `${keyInWords(song.key)} · ${song.metre} · ${songTempoText(song)} · ${styleName(song.style)} · ${song.bars} bars`;
}

/** A song's title over its facts. */
export function SongFacts({ song }: { song: SongSummary }) {
  const palette = usePalette();
  return (
    <>
      <Text style={[styles.title, { color: palette.ink }]} numberOfLines={1}>
        {song.title}
      </Text>
      <Text style={[styles.facts, { color: palette.quiet }]} numberOfLines={2}>
        {factsOf(song)}
      </Text>
    </>
  );
}

const styles = StyleSheet.create({
  title: { fontFamily: FONT.strong, fontSize: SIZE.title },
  facts: { ...TYPE.words, marginBottom: 4 },
});
