import { StyleSheet, Text, View } from 'react-native';
import { Button, IconButton, Switch } from 'react-native-paper';
import { setMix, setSettings } from '@backline/core/edits/song';
import { rankPatterns } from '@backline/core/fit/rank';
import { songFacts } from '@backline/core/fit/song';
import type { Kind } from '@backline/core/parts/kind';
import type { Mix, Part, Song } from '@backline/core/song/schema';
import { patternsAtHand } from '@backline/core/timeline/settings';
import { player } from '../../audio/player';
import { PartBadge } from '../../components/PartBadge';
import { Range } from '../../components/Range';
import { useBand } from '../../state/band';
import { change } from '../../state/openSong';
import { partKind, playsIn, repertoire, settingsIn, songStyle } from '../../state/repertoire';
import { letGo, tryOut } from '../../state/trying';
import { TYPE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { PartMenu } from './PartMenu';
import { PartSettings } from './PartSettings';
import { WeaveControl } from './WeaveControl';

/** The pattern beside the one in hand among those that fit: the style's own first, then the library's. */
function besideOf(song: Song, part: Part, kind: Kind, sectionId: string | null, way: 1 | -1): string | null {
  const all = patternsAtHand(kind, songStyle(song));
  const fitting = rankPatterns(all, songFacts(song, repertoire())).filter(({ reasons }) => !reasons.length);
  const { pattern } = settingsIn(song, kind, part, sectionId);
  const at = fitting.findIndex(({ item }) => item.id === pattern);
  return fitting[(at + way + fitting.length) % Math.max(1, fitting.length)]?.item.id ?? null;
}

const percent = (value: number): string => `${Math.round((value / 127) * 100)} %`;

interface PartCardProps {
  readonly song: Song;
  readonly part: Part;
  readonly sectionId: string | null;
  readonly open: boolean;
  readonly onOpen: () => void;
  readonly onFind: () => void;
}

/** A part: its weave, which is also its control, who hears it, and behind it everything that can be set. */
export function PartCard({ song, part, sectionId, open, onOpen, onFind }: PartCardProps) {
  const palette = usePalette();
  const kind = partKind(part);
  const plays = playsIn(song, part, sectionId);
  const { mix } = part;
  // On its way a slider is heard at once; the song takes it where it comes to rest.
  const hear = (moved: Partial<Mix>): void =>
    player.setMix(song.parts.map((p) => (p.id === part.id ? { ...p, mix: { ...p.mix, ...moved } } : p)));
  const band = useBand((s) => s.band);
  const trouble = useBand((s) => s.band?.parts.find((p) => p.id === part.id)?.trouble ?? null);
  return (
    <View
      role="group"
      aria-label={part.name}
      style={[styles.card, { borderColor: palette.line, backgroundColor: palette.raised }]}
    >
      <View style={styles.head}>
        <PartBadge kind={part.kind} quiet={!plays.on} />
        <View style={styles.names}>
          <Text style={[styles.name, { color: palette.ink }]}>{part.name}</Text>
          <Text style={[styles.facts, { color: palette.quiet }]} numberOfLines={1}>
            {plays.on ? `${plays.pattern} · density ${plays.density} · ${plays.dynamics}` : 'rests'}
          </Text>
          {part.about ? <Text style={[styles.facts, { color: palette.quiet }]}>{part.about}</Text> : null}
          {part.frozen ? (
            <Text style={[styles.facts, { color: palette.quiet }]}>frozen: plays as it was kept</Text>
          ) : null}
          {trouble ? <Text style={[styles.facts, { color: palette.warning }]}>{trouble}</Text> : null}
        </View>
        <IconButton
          icon="headphones"
          selected={mix.solo}
          size={22}
          style={styles.touch}
          accessibilityLabel={`Hear ${part.name} alone`}
          aria-pressed={mix.solo}
          onPress={() => change(setMix(part.id, { solo: !mix.solo }))}
        />
        <IconButton
          icon={mix.mute ? 'volume-off' : 'volume-high'}
          selected={mix.mute}
          size={22}
          style={styles.touch}
          accessibilityLabel={`Silence ${part.name}`}
          aria-pressed={mix.mute}
          onPress={() => change(setMix(part.id, { mute: !mix.mute }))}
        />
        <Switch
          value={plays.on}
          accessibilityLabel={`${part.name} plays`}
          onValueChange={(on) => void change(setSettings(part.id, sectionId, { on }))}
        />
      </View>
      {band && kind && plays.on ? (
        <WeaveControl
          band={band}
          partId={part.id}
          name={part.name}
          words={`${plays.pattern}, density ${plays.density}, ${plays.dynamics}`}
          at={{ dynamics: plays.dynamics, density: plays.density }}
          onPull={(to) => tryOut(`${part.id} held`, setSettings(part.id, sectionId, to), part.id)}
          onRelease={(to) => {
            letGo();
            if (to) change(setSettings(part.id, sectionId, to));
          }}
          onFlick={(way) => {
            const pattern = besideOf(song, part, kind, sectionId, way);
            if (pattern) change(setSettings(part.id, sectionId, { pattern }));
          }}
          onOpen={onOpen}
        />
      ) : null}
      <View style={styles.row}>
        <Button
          mode="text"
          icon={open ? 'chevron-up' : 'chevron-down'}
          onPress={onOpen}
          accessibilityLabel={`${open ? 'Fewer' : 'More'} settings of ${part.name}`}
        >
          {open ? 'Fewer settings' : 'Settings'}
        </Button>
        {kind ? (
          <Button
            mode="text"
            icon="magnify"
            onPress={onFind}
            accessibilityLabel={`Find a pattern for ${part.name}`}
          >
            Find a pattern
          </Button>
        ) : null}
      </View>
      {open ? (
        <View style={styles.more}>
          {kind ? <PartSettings {...{ song, part, kind, sectionId }} /> : null}
          <Range
            label="Level"
            value={mix.level}
            low={0}
            high={127}
            text={percent}
            onMove={(level) => hear({ level })}
            onChange={(level) => change(setMix(part.id, { level }))}
          />
          <Range
            label="Pan"
            value={mix.pan}
            low={0}
            high={127}
            text={(pan) => (pan === 64 ? 'middle' : pan < 64 ? 'left' : 'right')}
            onMove={(pan) => hear({ pan })}
            onChange={(pan) => change(setMix(part.id, { pan }))}
          />
          <Range
            label="Room"
            value={mix.room}
            low={0}
            high={127}
            text={percent}
            onMove={(room) => hear({ room })}
            onChange={(room) => change(setMix(part.id, { room }))}
          />
          <PartMenu key={part.name} song={song} part={part} />
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  card: { borderWidth: 1, borderRadius: 14, padding: 10, gap: 4 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center' },
  names: { flex: 1, minWidth: 0 },
  name: { fontFamily: FONT.strong, fontSize: SIZE.body },
  facts: TYPE.words,
  touch: { width: 44, height: 44, margin: 0 },
  more: { gap: 6, paddingTop: 6 },
});
