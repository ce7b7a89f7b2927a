import { useRouter } from 'expo-router';
import { createElement } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { BANKS, SOURCES, type SoundSource } from '@backline/sound/banks/shipped';
import { ENGRAVER } from '@backline/engraving/version';
import { useTitle } from '../../components/useTitle';
import { usePalette } from '../../theme/usePalette';
import { TOUCH_SQUARE } from '../../theme/styles';
import { FONT, SIZE, TOUCH } from '../../theme/tokens';
import { Words } from '../../components/Words';

/** Names of the instruments that come from a source; a finer form is the same instrument. */
const instrumentsOf = ({ key }: SoundSource): string[] => [
  ...new Set(BANKS.filter((bank) => bank.source === key).map((bank) => bank.name)),
];

/** The encoders are no sounds of ours, but they ship beside them. */
const ENCODERS = 'MP3 by LAME (LGPL 2) and Ogg Vorbis by Xiph.org (BSD), through wasm-media-encoders (MIT)';

function Source({ heading, line, about }: { heading: string; line: string; about: string }) {
  const palette = usePalette();
  return (
    <View style={[styles.source, { borderColor: palette.line, backgroundColor: palette.raised }]}>
      <Words role="heading" aria-level={3} style={styles.name}>
        {heading}
      </Words>
      <Words size="body">{line}</Words>
      <Words size="words" tone="quiet">
        {about}
      </Words>
    </View>
  );
}

/** A link out of the app is the browser's own. */
function Notices({ href, text }: { href: string; text: string }) {
  const palette = usePalette();
  return createElement(
    'a',
    { href, target: '_blank', rel: 'noreferrer', style: { ...link, color: palette.action } },
    text,
  );
}

const HEADINGS: Readonly<Record<string, string>> = {
  piano: 'The grand piano',
  fluid: 'Kit, basses, guitars, keys, strings, winds',
  mono: 'All other instruments',
  formula: 'The organs',
};

/** What the app is, whose sounds it plays, and under which terms. */
export function AboutScreen() {
  const palette = usePalette();
  const router = useRouter();
  useTitle('About');
  const back = (): void => (router.canGoBack() ? router.back() : router.dismissTo('/'));
  return (
    <View role="main" style={[styles.page, { backgroundColor: palette.paper }]}>
      <ScrollView contentContainerStyle={styles.content}>
        <View style={styles.head}>
          <IconButton icon="arrow-left" accessibilityLabel="Back" onPress={back} style={TOUCH_SQUARE} />
          <Words role="heading" aria-level={1} style={styles.heading}>
            About
          </Words>
        </View>
        <Words size="body">
          Vivid Backline plays the chords you write. What it plays is worked out anew for your song, and what
          you make with it is yours: no sound in it asks for anything in return but to be named here.
        </Words>
        <Words role="heading" aria-level={2} style={styles.part}>
          Whose sounds these are
        </Words>
        {SOURCES.map((source) => (
          <Source
            key={source.key}
            heading={HEADINGS[source.key] ?? source.key}
            line={source.line}
            about={instrumentsOf(source).join(', ') || 'General MIDI programs without a bank of their own'}
          />
        ))}
        <Source
          heading="Files of sound"
          line={ENCODERS}
          about="Used where a song is taken away as MP3 or Ogg"
        />
        <Notices href="/sound/NOTICES.md" text="All notices in full" />
        <Words role="heading" aria-level={2} style={styles.part}>
          Who engraves the notes
        </Words>
        <Source
          heading="Staves"
          line="Verovio by Laurent Pugin and others (LGPL 3 or later), with the music font Leipzig (OFL 1.1)"
          about="Loaded where a part is first shown on a staff"
        />
        <Notices href={`/engraving/verovio-${ENGRAVER}/NOTICES.md`} text="Its notice in full" />
      </ScrollView>
    </View>
  );
}

const link = { fontFamily: FONT.text, fontSize: SIZE.body, lineHeight: `${TOUCH}px` } as const;

const styles = StyleSheet.create({
  page: { flex: 1, minHeight: 0 },
  content: { padding: 14, paddingBottom: 32, gap: 12, maxWidth: 760, width: '100%', alignSelf: 'center' },
  head: { flexDirection: 'row', alignItems: 'center', gap: 4 },
  heading: { fontFamily: FONT.chord, fontSize: SIZE.display },
  part: { fontFamily: FONT.strong, fontSize: SIZE.title, paddingTop: 6 },
  source: { borderWidth: 1.5, borderRadius: 14, padding: 12, gap: 4 },
  name: { fontFamily: FONT.strong, fontSize: SIZE.body },
});
