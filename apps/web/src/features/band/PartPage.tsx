import type { Scope } from '@backline/core/timeline/scopes';
import { ScrollView, StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import type { Part, Song } from '@backline/core/song/schema';
import { listedTakes } from '@backline/core/takes/listed';
import { Button } from '../../components/Button';
import { PartBadge } from '../../components/PartBadge';
import { useEscape } from '../../components/useEscape';
import { useReturnFocus } from '../../components/useReturnFocus';
import { partKind } from '../../state/repertoire';
import { TOUCH_SQUARE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { PartFacts, PartPlays } from './PartCard';
import { PartHearing } from '../part/PartHearing';
import { PartWeave } from '../part/PartWeave';
import { PartMenu, PartSettings } from '../part/laterSettings';
import { Words } from '../../components/Words';

export interface PartPageProps {
  readonly song: Song;
  readonly part: Part;
  readonly scope: Scope;
  /** What the settings are for, in words. */
  readonly place: string;
  readonly onFind: () => void;
  readonly onPlayers: () => void;
  readonly onTakes: () => void;
  readonly onKeep: () => void;
  readonly onTurn: (part: string) => void;
  readonly onClose: () => void;
}

/** What stands on the way to a part's takes: how many there are. */
function takesInWords(part: Part): string {
  const listed = listedTakes(part).length;
  return listed ? `Takes: ${listed}` : 'Takes';
}

/** One part: its weave, and behind it everything that can be set for it. */
export function PartPage(props: PartPageProps) {
  const { song, part, scope, place, onFind, onPlayers, onTakes, onKeep, onTurn, onClose } = props;
  const palette = usePalette();
  useReturnFocus();
  useEscape(onClose, 'within');
  const kind = partKind(part);
  const at = song.parts.findIndex((p) => p.id === part.id);
  const beside = (way: 1 | -1) => {
    const other = song.parts[at + way];
    return {
      icon: way > 0 ? 'chevron-right' : 'chevron-left',
      style: TOUCH_SQUARE,
      disabled: !other,
      accessibilityLabel: `${way > 0 ? 'Next' : 'Previous'} part${other ? `, ${other.name}` : ''}`,
      onPress: () => other && onTurn(other.id),
    };
  };
  return (
    <View
      role="region"
      testID="part page"
      aria-label={`Page of ${part.name}`}
      style={[styles.page, { backgroundColor: palette.paper }]}
    >
      <View style={[styles.head, { borderColor: palette.line }]}>
        <IconButton
          icon="arrow-left"
          style={TOUCH_SQUARE}
          accessibilityLabel="Back to the band"
          onPress={onClose}
        />
        <PartBadge kind={part.kind} />
        <View style={styles.names}>
          <Words role="heading" aria-level={2} numberOfLines={1} style={styles.name}>
            {part.name}
          </Words>
          <Words size="tiny" tone="quiet">
            {place}
          </Words>
        </View>
        <IconButton {...beside(-1)} />
        <IconButton {...beside(1)} />
      </View>
      <ScrollView contentContainerStyle={styles.content}>
        <View style={styles.facts}>
          <View style={styles.names}>
            <PartFacts {...{ song, part, scope }} />
          </View>
          <PartHearing part={part} />
          <PartPlays {...{ song, part, scope }} />
        </View>
        {kind ? (
          <>
            <PartWeave {...{ song, part, kind, scope }} />
            <Button mode="outlined" icon="layers-triple-outline" style={styles.takes} onPress={onTakes}>
              {takesInWords(part)}
            </Button>
            <PartSettings {...{ song, part, kind, scope, onFind, onPlayers, onKeep }} />
          </>
        ) : (
          <PartMenu {...{ song, part, onKeep }} />
        )}
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1, minHeight: 0 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 6, borderBottomWidth: 1, paddingRight: 6 },
  facts: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  takes: { alignSelf: 'flex-start' },
  content: { paddingHorizontal: 14, paddingVertical: 8, gap: 6, paddingBottom: 24 },
  names: { flex: 1, minWidth: 0 },
  name: { fontFamily: FONT.strong, fontSize: SIZE.body },
});
