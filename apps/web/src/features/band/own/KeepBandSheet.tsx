import { useState } from 'react';
import { StyleSheet, Text } from 'react-native';
import { Button } from '../../../components/Button';
import { Field } from '../../../components/Field';
import { STYLE_ABOUT, STYLE_NAME } from '@backline/core/own/limits';
import type { Song } from '@backline/core/song/schema';
import { Notice } from '../../../components/Notice';
import { Sheet } from '../../../components/Sheet';
import { keepOwn } from '../../../state/ownStyles';
import { repertoire, repertoireTools } from '../../../state/repertoire';
import { TYPE } from '../../../theme/styles';
import { usePalette } from '../../../theme/usePalette';

/** Keeps the band of the open song as a style, for other songs. */
export function KeepBandSheet({ song, onClose }: { song: Song; onClose: () => void }) {
  const palette = usePalette();
  const { bandInWords, canBeKept, freeStyleName, keptBand, ownId } = repertoireTools();
  const [name, setName] = useState(() => freeStyleName(song.title, repertoire()).slice(0, STYLE_NAME));
  const [about, setAbout] = useState('');
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<{ kept: boolean; text: string } | null>(null);
  const can = canBeKept(song, repertoire());
  const keep = async (): Promise<void> => {
    setBusy(true);
    try {
      const as = { id: ownId(name, repertoire()), name, about };
      await keepOwn(keptBand(song, repertoire(), as));
      setSaid({ kept: true, text: `“${name.trim()}” is kept. It stands among the styles, as yours.` });
    } catch (error) {
      setSaid({ kept: false, text: error instanceof Error ? error.message : String(error) });
    } finally {
      setBusy(false);
    }
  };
  return (
    <Sheet title="Keep this band as a style" onClose={onClose}>
      <Text style={[TYPE.words, { color: palette.quiet }]}>
        {can
          ? `${bandInWords(song, repertoire())}: their patterns, instruments and all you set for the whole song. Chords, voicings by hand and what single sections have stay with this song.`
          : 'A style has one part at least. Add a part to the band first.'}
      </Text>
      <Field
        label="Name"
        accessibilityLabel="Name of the style"
        value={name}
        maxLength={STYLE_NAME}
        onChangeText={setName}
      />
      <Field
        label="What it is good for"
        accessibilityLabel="What the style is good for"
        value={about}
        maxLength={STYLE_ABOUT}
        onChangeText={setAbout}
      />
      {said?.kept ? (
        <Text role="status" style={[TYPE.strong, { color: palette.ink }]}>
          {said.text}
        </Text>
      ) : null}
      {said && !said.kept ? <Notice text={said.text} /> : null}
      <Button
        mode="contained"
        icon="check"
        loading={busy}
        disabled={busy || !can || !name.trim() || said?.kept}
        style={styles.start}
        onPress={() => void keep()}
      >
        Keep as a style
      </Button>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  start: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
});
