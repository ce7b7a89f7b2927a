import { useState } from 'react';
import { ScrollView, StyleSheet, Text, View } from 'react-native';
import { Button, IconButton, Switch } from 'react-native-paper';
import { setEnding, setGroove, setMix, setSeed, setSettings, setStyle } from '@backline/core/edits/song';
import type { Mix, Part, Song } from '@backline/core/song/schema';
import { player } from '../../audio/player';
import { Choices } from '../../components/Choices';
import { PartBadge } from '../../components/PartBadge';
import { Range } from '../../components/Range';
import { Toggle } from '../../components/Toggle';
import { useBand } from '../../state/band';
import { change, useOpenSong } from '../../state/openSong';
import { REPERTOIRE, partKind, playsIn, songStyle } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { AddPart, PartMenu } from './PartMenu';
import { PartSettings } from './PartSettings';
import { TogetherPanel } from './TogetherPanel';

const WHOLE = 'song';

/** The styles at hand; a song's own that is not keeps its place among them. */
function styleChoices(song: Song) {
  const { all, standIn } = REPERTOIRE.styles;
  const known = all.map((s) => ({ value: s.id, label: `${s.name} (${s.feel})` }));
  return all.some((s) => s.id === song.style)
    ? known
    : [{ value: song.style, label: `${song.style} (not here; ${standIn.name} plays)` }, ...known];
}

/** The song's style, feel and ending: what all parts share. */
function Shared({ song }: { song: Song }) {
  const swing = song.groove.swing ?? songStyle(song).groove.swing;
  return (
    <View style={styles.shared}>
      <Choices
        label="Style"
        value={song.style}
        choices={styleChoices(song)}
        onChoose={(id) => change(setStyle(id))}
      />
      <Range
        label="Swing"
        value={swing}
        low={50}
        high={75}
        step={0.5}
        text={swing === 50 ? 'straight' : `off-beat at ${swing} %`}
        onChange={(value) => change(setGroove({ swing: value }))}
      />
      <Choices
        label="The last chord"
        value={song.ending}
        choices={[
          { value: 'hold', label: 'Held' },
          { value: 'hit', label: 'A hit' },
          { value: 'open', label: 'Plays on' },
        ]}
        onChoose={(ending) => change(setEnding(ending))}
      />
      <Button
        mode="outlined"
        icon="dice-multiple-outline"
        style={styles.start}
        onPress={() => change(setSeed((song.seed % 9999) + 1))}
      >
        Vary the whole band
      </Button>
    </View>
  );
}

const percent = (value: number): string => `${Math.round((value / 127) * 100)} %`;

interface PartCardProps {
  readonly song: Song;
  readonly part: Part;
  readonly sectionId: string | null;
  readonly open: boolean;
  readonly onOpen: () => void;
}

function PartCard({ song, part, sectionId, open, onOpen }: PartCardProps) {
  const palette = usePalette();
  const kind = partKind(part);
  const plays = playsIn(song, part, sectionId);
  const { mix } = part;
  // On its way a slider is heard at once; the song takes it where it comes to rest.
  const hear = (moved: Partial<Mix>): void =>
    player.setMix(song.parts.map((p) => (p.id === part.id ? { ...p, mix: { ...p.mix, ...moved } } : p)));
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
      <Range
        label="Level"
        value={mix.level}
        low={0}
        high={127}
        text={percent}
        onMove={(level) => hear({ level })}
        onChange={(level) => change(setMix(part.id, { level }))}
      />
      <Button
        mode="text"
        icon={open ? 'chevron-up' : 'chevron-down'}
        onPress={onOpen}
        style={styles.start}
        accessibilityLabel={`${open ? 'Fewer' : 'More'} settings of ${part.name}`}
      >
        {open ? 'Fewer settings' : 'Pattern, density, register…'}
      </Button>
      {open ? (
        <View style={styles.more}>
          {kind ? <PartSettings {...{ song, part, kind, sectionId }} /> : null}
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

/** The parts: for each what it plays and how loud, in the whole song or in one section. */
export function BandScreen() {
  const palette = usePalette();
  const song = useOpenSong((s) => s.song);
  const [scope, setScope] = useState<string>(WHOLE);
  const [openPart, setOpenPart] = useState<string | null>(null);
  const [together, setTogether] = useState(false);
  if (!song) return null;
  const section = song.sections.find((s) => s.id === scope);
  const scopes = [
    { value: WHOLE, label: 'Whole song' },
    ...song.sections.map((s) => ({ value: s.id, label: s.name })),
  ];
  return (
    <ScrollView style={{ backgroundColor: palette.paper }} contentContainerStyle={styles.content}>
      <Shared song={song} />
      <Choices label="Settings for" value={section?.id ?? WHOLE} choices={scopes} onChoose={setScope} />
      <View style={[styles.card, { borderColor: palette.line, backgroundColor: palette.raised }]}>
        <View style={styles.start}>
          <Toggle label="Together" on={together} as="head" onPress={() => setTogether(!together)} />
        </View>
        {together ? <TogetherPanel song={song} section={section ?? null} /> : null}
      </View>
      {song.parts.map((part) => (
        <PartCard
          key={part.id}
          song={song}
          part={part}
          sectionId={section?.id ?? null}
          open={openPart === part.id}
          onOpen={() => setOpenPart(openPart === part.id ? null : part.id)}
        />
      ))}
      <AddPart song={song} />
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  content: { padding: 14, gap: 10, paddingBottom: 24 },
  shared: { gap: 4, paddingBottom: 6 },
  start: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
  card: { borderWidth: 1, borderRadius: 14, padding: 10, gap: 2 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  names: { flex: 1, minWidth: 0 },
  name: { fontFamily: FONT.strong, fontSize: SIZE.body },
  facts: TYPE.words,
  touch: { width: 44, height: 44, margin: 0 },
  more: { gap: 6, paddingTop: 6 },
});
