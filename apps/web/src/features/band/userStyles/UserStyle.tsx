import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Field } from '../../../components/Field';
import { Button } from '../../../components/Button';
import { STYLE_ABOUT, STYLE_NAME } from '@backline/core/userStyles/limits';
import type { UserStyleDocument, StoredUserStyle } from '@backline/core/userStyles/wire';
import type { Song } from '@backline/core/song/schema';
import { kindsOfBand } from '@backline/core/style/bandKinds';
import { fileNames } from '@backline/sound/files/fileNames';
import { Fold } from '../../../components/Fold';
import { download } from '../../../state/download';
import { isNamed, isPlayer, isStyle, nameIn } from '../../../state/userStyles';
import { kindHere, repertoire, repertoireTools } from '../../../state/repertoire';
import { Words } from '../../../components/Words';

export interface UserStyleProps {
  readonly own: StoredUserStyle;
  /** The open song, whose band it can be set to. */
  readonly song: Song;
  /** Another document in its place, and what is said once it is there. */
  readonly onChange: (document: UserStyleDocument, said: string) => void;
  readonly onRemove: () => void;
}

const kindName = (kind: string): string => (kindHere(kind)?.name ?? kind).toLowerCase();

/** What a document is, in a line. */
function inALine({ document, songs }: StoredUserStyle): string {
  const used = songs === 1 ? ' · one song plays by it' : songs ? ` · ${songs} songs play by it` : '';
  if (isStyle(document)) {
    const [slowest, fastest] = document.tempo;
    const kinds = [...new Set(kindsOfBand(document).map(kindName))].join(', ');
    return `${kinds} · ${document.metres[0]}, ${slowest} to ${fastest}${used}`;
  }
  if (isPlayer(document))
    return `plays ${kindName(document.kind)}${document.about ? ` · ${document.about}` : ''}`;
  const { kind, patterns } = document as { kind?: string; patterns?: readonly unknown[] };
  return `${patterns?.length ?? 0} patterns for ${kindName(kind ?? '')}`;
}

/** A name and what is said of it, to change. */
function WordsOfFile({
  document,
  onChange,
}: { document: UserStyleDocument } & Pick<UserStyleProps, 'onChange'>) {
  const old = nameIn(document);
  const oldAbout = typeof document.about === 'string' ? document.about : '';
  const [name, setName] = useState(old);
  const [about, setAbout] = useState(oldAbout);
  const isOther = name.trim() !== old || about.trim() !== oldAbout;
  return (
    <>
      <Field
        label="Name"
        accessibilityLabel={`Name of ${old}`}
        value={name}
        maxLength={STYLE_NAME}
        onChangeText={setName}
      />
      <Field
        label="What it is good for"
        accessibilityLabel={`What ${old} is good for`}
        value={about}
        maxLength={STYLE_ABOUT}
        onChangeText={setAbout}
      />
      <View style={styles.row}>
        <Button
          mode="contained"
          disabled={!isOther || !name.trim()}
          onPress={() =>
            onChange({ ...document, name: name.trim(), about: about.trim() }, `“${name.trim()}” is changed.`)
          }
        >
          Save the words
        </Button>
      </View>
    </>
  );
}

/** One of the writer's own: what it is, and behind it what can be done with it. */
export function UserStyle({ own, song, onChange, onRemove }: UserStyleProps) {
  const [open, setOpen] = useState(false);
  const { document } = own;
  const name = nameIn(document);
  const takeOut = (): void =>
    download(
      new Blob([`${JSON.stringify(document, null, 2)}\n`], { type: 'application/json' }),
      `${fileNames([name])[0]!}.json`,
    );
  const setToBand = (): void => {
    if (!isStyle(document)) return;
    const { id, about } = document;
    const file = repertoireTools().keptBand(song, repertoire(), { id, name, about });
    onChange(file, `“${name}” now plays as this song’s band.`);
  };
  return (
    <View role="listitem">
      <Fold title={name} facts={inALine(own)} open={open} onTurn={() => setOpen(!open)}>
        <Words size="words" tone="quiet">
          {inALine(own)}
        </Words>
        {isNamed(document) ? (
          <WordsOfFile key={own.revision} document={document} onChange={onChange} />
        ) : null}
        <View style={styles.row}>
          {isStyle(document) ? (
            <Button
              mode="outlined"
              icon="account-group-outline"
              disabled={!repertoireTools().canBeKept(song, repertoire())}
              accessibilityLabel={`Set it to this band: ${name}`}
              onPress={setToBand}
            >
              Set it to this band
            </Button>
          ) : null}
          <Button
            mode="outlined"
            icon="file-export-outline"
            accessibilityLabel={`Take out ${name} as a file`}
            onPress={takeOut}
          >
            Take out
          </Button>
          <Button
            mode="outlined"
            icon="delete-outline"
            accessibilityLabel={`Delete ${name}`}
            onPress={onRemove}
          >
            Delete
          </Button>
        </View>
      </Fold>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
