import { useState } from 'react';
import { ScrollView, StyleSheet, Text, View } from 'react-native';
import { Button } from 'react-native-paper';
import { setEnding, setGroove, setSeed } from '@backline/core/edits/song';
import type { Song } from '@backline/core/song/schema';
import { Choices } from '../../components/Choices';
import { Range } from '../../components/Range';
import { Toggle } from '../../components/Toggle';
import { change, useOpenSong } from '../../state/openSong';
import { partKind, songStyle, styleName } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { PatternFinder } from './find/PatternFinder';
import { StyleFinder } from './find/StyleFinder';
import { PartCard } from './PartCard';
import { AddPart } from './PartMenu';
import { TogetherPanel } from './TogetherPanel';

const WHOLE = 'song';

/** The style a song plays in, and the way to others. */
function StyleLine({ song, onFind }: { song: Song; onFind: () => void }) {
  const palette = usePalette();
  const style = songStyle(song);
  return (
    <View style={styles.style}>
      <View style={styles.names}>
        <Text style={[styles.name, { color: palette.ink }]}>{styleName(song.style)}</Text>
        <Text style={[TYPE.words, { color: palette.quiet }]}>{style.about}</Text>
      </View>
      <Button mode="outlined" icon="magnify" onPress={onFind} accessibilityLabel="Find another style">
        Styles
      </Button>
    </View>
  );
}

/** The song's feel and ending: what all parts share. */
function Shared({ song }: { song: Song }) {
  const style = songStyle(song);
  const swing = song.groove.swing ?? style.groove.swing;
  return (
    <View style={styles.shared}>
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

/** The parts: for each what it plays and how loud, in the whole song or in one section. */
export function BandScreen() {
  const palette = usePalette();
  const song = useOpenSong((s) => s.song);
  const [scope, setScope] = useState<string>(WHOLE);
  const [openPart, setOpenPart] = useState<string | null>(null);
  const [together, setTogether] = useState(false);
  const [finding, setFinding] = useState<string | null>(null);
  if (!song) return null;
  const found = song.parts.find((p) => `part ${p.id}` === finding);
  const kind = found && partKind(found);
  const section = song.sections.find((s) => s.id === scope);
  const scopes = [
    { value: WHOLE, label: 'Whole song' },
    ...song.sections.map((s) => ({ value: s.id, label: s.name })),
  ];
  return (
    <View style={[styles.page, { backgroundColor: palette.paper }]}>
      <ScrollView contentContainerStyle={styles.content}>
        <StyleLine song={song} onFind={() => setFinding('style')} />
        <Choices label="Settings for" value={section?.id ?? WHOLE} choices={scopes} onChoose={setScope} />
        {song.parts.map((part) => (
          <PartCard
            key={part.id}
            song={song}
            part={part}
            sectionId={section?.id ?? null}
            open={openPart === part.id}
            onOpen={() => setOpenPart(openPart === part.id ? null : part.id)}
            onFind={() => setFinding(`part ${part.id}`)}
          />
        ))}
        <AddPart song={song} />
        <Shared song={song} />
        <View style={[styles.card, { borderColor: palette.line, backgroundColor: palette.raised }]}>
          <View style={styles.start}>
            <Toggle label="Together" on={together} as="head" onPress={() => setTogether(!together)} />
          </View>
          {together ? <TogetherPanel song={song} section={section ?? null} /> : null}
        </View>
      </ScrollView>
      {finding === 'style' ? <StyleFinder song={song} onClose={() => setFinding(null)} /> : null}
      {found && kind ? (
        <PatternFinder
          key={found.id}
          song={song}
          part={found}
          kind={kind}
          sectionId={section?.id ?? null}
          onClose={() => setFinding(null)}
        />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1 },
  content: { padding: 14, gap: 10, paddingBottom: 24 },
  shared: { gap: 4, paddingBottom: 6 },
  style: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  names: { flex: 1, minWidth: 0 },
  start: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
  card: { borderWidth: 1, borderRadius: 14, padding: 10, gap: 2 },
  name: { fontFamily: FONT.strong, fontSize: SIZE.body },
});
