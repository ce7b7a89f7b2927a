import { useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { TextInput } from 'react-native-paper';
import { setSectionAnnotation, setSongAnnotation, setTags } from '@backline/core/edits/annotations';
import { LIMITS } from '@backline/core/song/limits';
import { Field } from '../../components/Field';
import { change, useOpenSong } from '../../state/openSong';
import { repertoire, usePlayed, repertoireTools } from '../../state/repertoire';
import { FONT, SIZE } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { Words } from '../../components/Words';

interface NoteProps {
  readonly label: string;
  readonly text: string;
  readonly onWrite: (text: string) => void;
}

/** A note, kept as it is written. */
function Note({ label, text, onWrite }: NoteProps) {
  const palette = usePalette();
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextInput
      mode="outlined"
      multiline
      numberOfLines={2}
      label={label}
      accessibilityLabel={label}
      value={typed ?? text}
      maxLength={LIMITS.noteLength}
      onChangeText={(next) => {
        setTyped(next);
        onWrite(next);
      }}
      onBlur={() => setTyped(null)}
      style={{ backgroundColor: palette.paper }}
    />
  );
}

function Sentences({ says }: { says: readonly string[] }) {
  return says.map((sentence) => (
    <Words key={sentence} size="body">
      {sentence[0]!.toUpperCase() + sentence.slice(1)}
    </Words>
  ));
}

function Heading({ text }: { text: string }) {
  return (
    <Words role="heading" aria-level={2} style={styles.heading}>
      {text}
    </Words>
  );
}

/** The tags, as words with commas; they are taken where the field is left. */
function Tags({ tags }: { tags: readonly string[] }) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = (): void => {
    if (typed !== null) change(setTags(typed.split(',')));
    setTyped(null);
  };
  return (
    <Field
      label="Tags, with commas between"
      accessibilityLabel="Tags of the song, with commas between"
      value={typed ?? tags.join(', ')}
      autoCapitalize="none"
      onChangeText={setTyped}
      onBlur={take}
      onSubmitEditing={take}
    />
  );
}

/** What the writer notes about the song, and how it stands: form, band, what was set by hand. */
export function NotesScreen() {
  const palette = usePalette();
  const song = useOpenSong((s) => s.song);
  const played = usePlayed((s) => s.all);
  const told = useMemo(
    () => song && repertoireTools().standing(song, played ?? repertoire()),
    [song, played],
  );
  if (!song || !told) return null;
  return (
    <ScrollView style={{ backgroundColor: palette.paper }} contentContainerStyle={styles.content}>
      <Heading text="The song" />
      <Note
        label="A note on the song"
        text={song.annotation ?? ''}
        onWrite={(text) => change(setSongAnnotation(text))}
      />
      <Tags tags={song.tags ?? []} />
      <Sentences says={told.song} />
      {told.sections.map(({ id, name, says }) => (
        <View key={id} style={styles.group}>
          <Heading text={name} />
          <Sentences says={says} />
          <Note
            label={`A note on ${name}`}
            text={song.sections.find((s) => s.id === id)?.annotation ?? ''}
            onWrite={(text) => change(setSectionAnnotation(id, text))}
          />
        </View>
      ))}
      <Heading text="The band" />
      <Sentences says={told.band} />
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  content: { padding: 14, gap: 8, paddingBottom: 32, maxWidth: 760, width: '100%' },
  group: { gap: 8 },
  heading: { fontFamily: FONT.strong, fontSize: SIZE.title, paddingTop: 10 },
});
