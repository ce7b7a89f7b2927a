import type { Scope } from '@backline/core/timeline/scopes';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { Part, Song } from '@backline/core/song/schema';
import { listedTakes } from '@backline/core/takes/listed';
import { Button } from '../../components/Button';
import { useEscape } from '../../components/useEscape';
import { useReturnFocus } from '../../components/useReturnFocus';
import { partKind } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { PartFacts, PartPlays } from './PartCard';
import { PageHead } from '../part/PageHead';
import { PartHearing } from '../part/PartHearing';
import { PartWeave } from '../part/PartWeave';
import { PartMenu, PartSettings } from '../part/laterSettings';

export interface PartPageProps {
  readonly song: Song;
  readonly part: Part;
  readonly scope: Scope;
  /** What the settings are for, in words. */
  readonly place: string;
  readonly onFind: () => void;
  readonly onPlayers: () => void;
  readonly onTakes: () => void;
  readonly onStaff: () => void;
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
  const { song, part, scope, place, onFind, onPlayers, onTakes, onStaff, onKeep, onTurn, onClose } = props;
  const palette = usePalette();
  useReturnFocus();
  useEscape(onClose, 'within');
  const kind = partKind(part);
  return (
    <View
      role="region"
      testID="part page"
      aria-label={`Page of ${part.name}`}
      style={[styles.page, { backgroundColor: palette.paper }]}
    >
      <PageHead {...{ part, onTurn, onClose }} parts={song.parts} under={place} back="Back to the band" />
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
            <View style={styles.ways}>
              <Button mode="outlined" icon="layers-triple-outline" onPress={onTakes}>
                {takesInWords(part)}
              </Button>
              {kind.pitched ? (
                <Button mode="outlined" icon="music-clef-treble" onPress={onStaff}>
                  On a staff
                </Button>
              ) : null}
            </View>
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
  facts: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  content: { paddingHorizontal: 14, paddingVertical: 8, gap: 6, paddingBottom: 24 },
  names: { flex: 1, minWidth: 0 },
});
