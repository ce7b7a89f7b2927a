import { useEffect, useState } from 'react';
import { ScrollView, StyleSheet, View, type ViewStyle } from 'react-native';
import { Button } from '../../components/Button';
import { setGroove, setSeed } from '@backline/core/edits/song';
import type { Song } from '@backline/core/song/schema';
import { Choices } from '../../components/Choices';
import { Range } from '../../components/Range';
import { Toggle } from '../../components/Toggle';
import { later } from '../../components/later';
import { change, useOpenSong } from '../../state/openSong';
import { useInHistory } from '../../state/history';
import { partKind, songStyle, styleName, usePlayed } from '../../state/repertoire';
import { useIsWide, usePalette } from '../../theme/usePalette';
import { FONT, SIZE } from '../../theme/tokens';
import { AddPart } from './AddPart';
import { DiceSheet } from './find/DiceSheet';
import { PatternFinder } from './find/PatternFinder';
import { PlayerFinder } from './find/PlayerFinder';
import { StyleFinder } from './find/StyleFinder';
import { StaffPage } from '../staff/StaffPage';
import { TakesPage } from '../takes/TakesPage';
import { openPart, useOpenPart } from '../part/openPart';
import { PartCard } from './PartCard';
import { PartPage } from './PartPage';
import { TogetherPanel } from './TogetherPanel';
import { Words } from '../../components/Words';

const KeepBandSheet = later(() => import('./userStyles').then((m) => m.KeepBandSheet));
const KeepPlayerSheet = later(() => import('./userStyles').then((m) => m.KeepPlayerSheet));
const OwnStylesSheet = later(() => import('./userStyles').then((m) => m.OwnStylesSheet));

const WHOLE = 'song';

/** What is open over the band; a part's finder has the part's id. */
type Over =
  | 'style'
  | 'keep'
  | 'own'
  | 'dice'
  | { readonly part: string }
  | { readonly players: string }
  | { readonly takes: string }
  | { readonly staff: string }
  | { readonly player: string }
  | null;

/** What is open as a text for the address, and back. */
const overText = (over: NonNullable<Over>): string =>
  typeof over === 'string' ? over : Object.entries(over)[0]!.join('~');

function overOf(text: string): Over {
  const [kind, id = ''] = text.split('~');
  if (kind === 'part') return { part: id };
  if (kind === 'players') return { players: id };
  if (kind === 'takes') return { takes: id };
  if (kind === 'staff') return { staff: id };
  if (kind === 'player') return { player: id };
  return kind === 'style' || kind === 'keep' || kind === 'own' || kind === 'dice' ? kind : null;
}

/** The page and the sheet that are open have their places in the history. */
function Places({
  opened,
  over,
  onOpen,
}: {
  opened: string | null;
  over: Over;
  onOpen: (over: Over) => void;
}) {
  useInHistory('part', opened, openPart);
  useInHistory('band', over && overText(over), (asked) => onOpen(asked === null ? null : overOf(asked)));
  return null;
}

/** The style a song plays in, and what can be done about it. */
function StyleLine({ song, onOpen }: { song: Song; onOpen: (over: Over) => void }) {
  const style = songStyle(song);
  return (
    <View style={styles.style}>
      <Words style={styles.name}>{styleName(song.style)}</Words>
      <Words size="words" tone="quiet">
        {style.about}
      </Words>
      <View style={styles.row}>
        {(
          [
            ['style', 'Styles', 'magnify', 'Styles: find another'],
            ['dice', 'Dice', 'dice-multiple-outline', 'Dice for the patterns'],
            ['keep', 'Keep', 'content-save-outline', 'Keep this band as a style'],
            ['own', 'Yours', 'account-music-outline', 'Yours: styles of your own'],
          ] as const
        ).map(([over, label, icon, spoken]) => (
          <Button
            key={over}
            compact
            mode="outlined"
            icon={icon}
            accessibilityLabel={spoken}
            style={styles.way}
            onPress={() => onOpen(over)}
          >
            {label}
          </Button>
        ))}
      </View>
    </View>
  );
}

/** The song's feel: what all parts share. */
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

/** Still there, and where it was scrolled to, while a page lies over it; nothing of it is reached meanwhile. */
const COVERED = { visibility: 'hidden' } as unknown as ViewStyle;

/** The band: each part's weave, the style it plays in, and beside it or over it the page of one part. */
export function BandScreen() {
  const palette = usePalette();
  const song = useOpenSong((s) => s.song);
  // Drawn anew where a style of the writer's own is changed.
  usePlayed((s) => s.all);
  const wide = useIsWide();
  const [scope, setScope] = useState<string>(WHOLE);
  const [together, setTogether] = useState(false);
  const [over, setOver] = useState<Over>(null);
  const opened = useOpenPart((s) => s.id);
  const isGone = opened !== null && !song?.parts.some((p) => p.id === opened);
  useEffect(() => () => openPart(null), []);
  // A part that was taken out comes back without its page.
  useEffect(() => {
    if (isGone) openPart(null);
  }, [isGone]);
  if (!song) return null;
  const about = typeof over === 'object' ? over : null;
  const found = song.parts.find((p) => about && 'part' in about && p.id === about.part);
  const asked = song.parts.find((p) => about && 'players' in about && p.id === about.players);
  const taken = song.parts.find((p) => about && 'takes' in about && p.id === about.takes);
  const read = song.parts.find((p) => about && 'staff' in about && p.id === about.staff);
  const kept = song.parts.find((p) => about && 'player' in about && p.id === about.player);
  const kind = found && partKind(found);
  const page = song.parts.find((p) => p.id === opened);
  const section = song.sections.find((s) => s.id === scope);
  const sectionId = section?.id ?? null;
  const close = (): void => setOver(null);
  const scopes = [
    { value: WHOLE, label: 'Whole song' },
    ...song.sections.map((s) => ({ value: s.id, label: s.name })),
  ];
  return (
    <View style={[styles.page, { backgroundColor: palette.paper }]}>
      <Places {...{ opened, over }} onOpen={setOver} />
      <View style={styles.both}>
        <ScrollView
          style={[styles.half, (page ?? taken ?? read) && !wide ? COVERED : null]}
          contentContainerStyle={styles.content}
        >
          <StyleLine song={song} onOpen={setOver} />
          <Choices
            label="Settings for"
            inARow
            value={section?.id ?? WHOLE}
            choices={scopes}
            onChoose={setScope}
          />
          {song.parts.map((part) => (
            <PartCard
              key={part.id}
              song={song}
              part={part}
              scope={sectionId}
              open={page === part}
              onOpen={() => openPart(page === part ? null : part.id)}
              onFind={() => setOver({ part: part.id })}
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
        {page && !taken && !read ? (
          <View style={wide ? [styles.half, styles.beside, { borderColor: palette.line }] : styles.over}>
            <PartPage
              key={page.id}
              song={song}
              part={page}
              scope={sectionId}
              place={section ? `in ${section.name}` : 'in the whole song'}
              onFind={() => setOver({ part: page.id })}
              onPlayers={() => setOver({ players: page.id })}
              onTakes={() => setOver({ takes: page.id })}
              onStaff={() => setOver({ staff: page.id })}
              onKeep={() => setOver({ player: page.id })}
              onTurn={openPart}
              onClose={() => openPart(null)}
            />
          </View>
        ) : null}
        {taken ? (
          <View style={wide ? [styles.half, styles.beside, { borderColor: palette.line }] : styles.over}>
            <TakesPage song={song} part={taken} onTurn={(takes) => setOver({ takes })} onClose={close} />
          </View>
        ) : null}
        {read ? (
          <View style={wide ? [styles.half, styles.beside, { borderColor: palette.line }] : styles.over}>
            <StaffPage song={song} part={read} onTurn={(staff) => setOver({ staff })} onClose={close} />
          </View>
        ) : null}
      </View>
      {over === 'style' ? <StyleFinder song={song} onClose={close} /> : null}
      {over === 'dice' ? <DiceSheet song={song} scope={sectionId} onClose={close} /> : null}
      {over === 'keep' ? <KeepBandSheet song={song} onClose={close} /> : null}
      {kept ? <KeepPlayerSheet song={song} part={kept} onClose={close} /> : null}
      {asked ? <PlayerFinder key={asked.id} song={song} part={asked} onClose={close} /> : null}
      {over === 'own' ? <OwnStylesSheet song={song} onClose={close} /> : null}
      {found && kind ? (
        <PatternFinder
          key={found.id}
          song={song}
          part={found}
          kind={kind}
          scope={sectionId}
          onClose={close}
        />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1 },
  both: { flex: 1, flexDirection: 'row', minHeight: 0 },
  half: { flex: 1, minWidth: 0 },
  beside: { borderLeftWidth: 1 },
  over: { position: 'absolute', top: 0, bottom: 0, left: 0, right: 0 },
  content: { padding: 12, gap: 8, paddingBottom: 24 },
  shared: { gap: 4, paddingBottom: 6 },
  style: { gap: 2 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 6, paddingTop: 4 },
  way: { minHeight: 44, justifyContent: 'center' },
  start: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
  card: { borderWidth: 1, borderRadius: 14, padding: 10, gap: 2 },
  name: { fontFamily: FONT.strong, fontSize: SIZE.body },
});
