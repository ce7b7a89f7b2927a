import type { Scope } from '@backline/core/timeline/scopes';
import { StyleSheet, Text, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { setSettings } from '@backline/core/edits/settings';
import type { Part, Song } from '@backline/core/song/schema';
import { PartBadge } from '../../components/PartBadge';
import { SwitchLine } from '../../components/SwitchLine';
import { useBand } from '../../state/band';
import { change } from '../../state/openSong';
import { partKind, playsIn } from '../../state/repertoire';
import { TOUCH_SQUARE, TYPE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { PartHearing } from '../part/PartHearing';
import { PartWeave } from '../part/PartWeave';
import { Words } from '../../components/Words';

/** What a part plays, in a line. */
export function PartFacts({ song, part, scope }: Omit<PartCardProps, 'open' | 'onOpen' | 'onFind'>) {
  const palette = usePalette();
  const plays = playsIn(song, part, scope);
  const trouble = useBand((s) => s.band?.parts.find((p) => p.id === part.id)?.trouble ?? null);
  const quiet = [TYPE.words, { color: palette.quiet }];
  return (
    <>
      <Text style={quiet} numberOfLines={1}>
        {plays.on
          ? `${plays.pattern} · ${plays.dynamics}, density ${plays.density}`
          : plays.waits
            ? 'rests by the arc'
            : 'rests'}
      </Text>
      {part.about ? <Text style={quiet}>{part.about}</Text> : null}
      {part.frozen ? <Text style={quiet}>frozen: plays as it was kept</Text> : null}
      {trouble ? (
        <Words size="words" tone="warning">
          {trouble}
        </Words>
      ) : null}
    </>
  );
}

/** Whether a part plays, in the whole song or in a section. */
export function PartPlays({ song, part, scope }: Omit<PartCardProps, 'open' | 'onOpen' | 'onFind'>) {
  return (
    <SwitchLine
      bare
      label={`${part.name} plays`}
      on={playsIn(song, part, scope).on}
      onTurn={(on) => void change(setSettings(part.id, scope, { on }))}
    />
  );
}

interface PartCardProps {
  readonly song: Song;
  readonly part: Part;
  readonly scope: Scope;
  /** True where its page is open beside the band. */
  readonly open: boolean;
  readonly onOpen: () => void;
  readonly onFind: () => void;
}

/** A part in the band: its weave, which is also its control, who hears it, and the way to its page. */
export function PartCard({ song, part, scope, open, onOpen, onFind }: PartCardProps) {
  const palette = usePalette();
  const kind = partKind(part);
  const plays = playsIn(song, part, scope);
  return (
    <View
      role="group"
      aria-label={part.name}
      style={[
        styles.card,
        { borderColor: open ? palette.action : palette.line, backgroundColor: palette.raised },
      ]}
    >
      <View style={styles.head}>
        <PartBadge kind={part.kind} quiet={!plays.on} />
        <View style={styles.names}>
          <Words style={styles.name}>{part.name}</Words>
          <PartFacts {...{ song, part, scope }} />
        </View>
        <PartHearing part={part} />
        <PartPlays {...{ song, part, scope }} />
      </View>
      <View style={styles.row}>
        <View style={styles.names}>
          {kind ? <PartWeave {...{ song, part, kind, scope, onOpen }} /> : null}
        </View>
        {kind ? (
          <IconButton
            icon="magnify"
            size={22}
            style={TOUCH_SQUARE}
            accessibilityLabel={`Find a pattern for ${part.name}`}
            onPress={onFind}
          />
        ) : null}
        <IconButton
          icon="tune-variant"
          size={22}
          style={TOUCH_SQUARE}
          selected={open}
          accessibilityLabel={`Page of ${part.name}`}
          onPress={onOpen}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  card: { borderWidth: 1.5, borderRadius: 14, paddingVertical: 4, paddingLeft: 10, paddingRight: 4, gap: 2 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 6, paddingRight: 4 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 2 },
  names: { flex: 1, minWidth: 0 },
  name: { fontFamily: FONT.strong, fontSize: SIZE.body },
});
