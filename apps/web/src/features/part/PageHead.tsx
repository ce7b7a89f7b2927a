import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import type { Part } from '@backline/core/song/schema';
import { PartBadge } from '../../components/PartBadge';
import { Words } from '../../components/Words';
import { TOUCH_SQUARE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';

export interface PageHeadProps {
  readonly part: Part;
  /** The parts that have such a page, in order. */
  readonly parts: readonly Part[];
  /** What is read out as its heading, where the part's name alone does not say it. */
  readonly spoken?: string;
  /** What the page is about, under the name. */
  readonly under: string;
  /** What the way back is called. */
  readonly back: string;
  readonly onTurn: (part: string) => void;
  readonly onClose: () => void;
  readonly children?: ReactNode;
}

/** The head of a page of a part: the way back, whose page it is, and the ways to those of its neighbours. */
export function PageHead(props: PageHeadProps) {
  const { part, parts, spoken, under, back, onTurn, onClose, children } = props;
  const palette = usePalette();
  const at = parts.findIndex(({ id }) => id === part.id);
  const beside = (way: 1 | -1) => {
    const other = parts[at + way];
    return (
      <IconButton
        icon={way > 0 ? 'chevron-right' : 'chevron-left'}
        style={TOUCH_SQUARE}
        disabled={!other}
        accessibilityLabel={`${way > 0 ? 'Next' : 'Previous'} part${other ? `, ${other.name}` : ''}`}
        onPress={() => other && onTurn(other.id)}
      />
    );
  };
  return (
    <View style={[styles.head, { borderColor: palette.line }]}>
      <IconButton icon="arrow-left" style={TOUCH_SQUARE} accessibilityLabel={back} onPress={onClose} />
      <PartBadge kind={part.kind} />
      <View style={styles.names}>
        <Words role="heading" aria-level={2} aria-label={spoken} numberOfLines={1} style={styles.name}>
          {part.name}
        </Words>
        <Words size="tiny" tone="quiet" aria-hidden={spoken !== undefined}>
          {under}
        </Words>
      </View>
      {children}
      {beside(-1)}
      {beside(1)}
    </View>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', alignItems: 'center', gap: 6, borderBottomWidth: 1, paddingRight: 6 },
  names: { flex: 1, minWidth: 0 },
  name: { fontFamily: FONT.strong, fontSize: SIZE.body },
});
