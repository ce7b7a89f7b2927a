import { StyleSheet, View } from 'react-native';
import type { Part, Song } from '@backline/core/song/schema';
import { Fold } from '../../components/Fold';
import { PartBadge } from '../../components/PartBadge';
import { FONT, SIZE, partInk } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { PartHearing } from '../part/PartHearing';
import { panText, percentText } from '../part/decibels';
import { MeterBar } from './MeterBar';
import { StripMore } from './StripMore';
import { LevelRange } from '../part/StripRanges';
import { Words } from '../../components/Words';

export interface StripCardProps {
  readonly song: Song;
  readonly part: Part;
  readonly open: boolean;
  readonly onTurn: () => void;
}

/** What of a strip is not as usual, in a few words. */
function factsOf({ mix }: Part): string {
  const { low = 0, middle = 0, high = 0 } = mix.tone ?? {};
  return [
    panText(mix.pan),
    `room ${percentText(mix.reverbSend)}`,
    ...(low || middle || high ? ['tone set'] : []),
    ...(mix.drive ? [`drive ${mix.drive} %`] : []),
  ].join(', ');
}

/** One part in the mix: how loud it is, how loud it should be, who hears it; the rest behind its fold. */
export function StripCard({ song, part, open, onTurn }: StripCardProps) {
  const palette = usePalette();
  const { mix, id, name } = part;
  return (
    <View
      role="group"
      aria-label={name}
      style={[styles.card, { backgroundColor: palette.raised, borderColor: palette.line }]}
    >
      <View style={styles.head}>
        <PartBadge kind={part.kind} quiet={mix.mute} />
        <View style={styles.grow}>
          <Words style={styles.name} numberOfLines={1}>
            {name}
          </Words>
          <MeterBar id={id} label={name} ink={partInk(part.kind, palette)} />
        </View>
        <PartHearing part={part} />
      </View>
      <View style={styles.body}>
        <LevelRange {...{ song, part }} label={`Level of ${name}`} />
        <Fold title={`Place and tone of ${name}`} facts={factsOf(part)} open={open} onTurn={onTurn}>
          <StripMore {...{ song, part }} />
        </Fold>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  card: { borderWidth: 1.5, borderRadius: 14, paddingTop: 4, paddingLeft: 10, paddingRight: 4 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  body: { paddingRight: 6 },
  name: { fontFamily: FONT.strong, fontSize: SIZE.body },
});
