import { StyleSheet } from 'react-native';
import type { SongSummary } from '@backline/core/song/wire';
import { keyInWords } from '@backline/core/theory/speech';
import { styleName } from '../../state/repertoire';
import { TYPE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { songTempoText } from '../../components/tempoText';
import { Words } from '../../components/Words';

/** Key, metre, tempo, style and length of a song in a line. */
export function factsOf(song: SongSummary): string {
  if (song.unread) return 'What is known of it cannot be read. Open it to see what there is.';
  return `${keyInWords(song.key)} · ${song.metre} · ${songTempoText(song)} · ${styleName(song.style)} · ${song.bars} bars`;
}

const DAY = 24 * 60 * 60 * 1000;
const SINCE = new Intl.RelativeTimeFormat('en', { numeric: 'auto' });

/** When a song was worked on last and at what: "yesterday: chords of Verse". */
export function sinceInWords({ updatedAt, changed }: Pick<SongSummary, 'updatedAt' | 'changed'>): string {
  const midnight = new Date().setHours(0, 0, 0, 0);
  const days = Math.floor((Date.parse(updatedAt) - midnight) / DAY);
  const when = days >= 0 ? 'today' : days > -30 ? SINCE.format(days, 'day') : updatedAt.slice(0, 10);
  return changed ? `${when}: ${changed}` : when;
}

/** A song's title over its facts. */
export function SongFacts({ song }: { song: SongSummary }) {
  return (
    <>
      <Words style={styles.title} numberOfLines={1}>
        {song.title}
      </Words>
      <Words tone="quiet" style={styles.facts} numberOfLines={2}>
        {factsOf(song)}
      </Words>
    </>
  );
}

const styles = StyleSheet.create({
  title: { fontFamily: FONT.strong, fontSize: SIZE.title },
  facts: { ...TYPE.words, marginBottom: 4 },
});
