import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';
import { Button } from '../../../components/Button';
import type { UserStyleDocument, StoredUserStyle } from '@backline/core/userStyles/wire';
import type { Song } from '@backline/core/song/schema';
import { FileButton } from '../../../components/FileButton';
import { Notice } from '../../../components/Notice';
import { Sheet } from '../../../components/Sheet';
import {
  asAnother,
  changeOwn,
  isNamed,
  keepOwn,
  nameIn,
  readBrought,
  removeOwn,
  sameOwn,
  useUserStyles,
} from '../../../state/userStyles';
import { usePlayed } from '../../../state/repertoire';
import { UserStyle } from './UserStyle';
import { Words } from '../../../components/Words';

/** Something that was done, and can be taken back. */
interface Done {
  readonly text: string;
  readonly back: { readonly label: string; readonly work: () => Promise<unknown> } | null;
}

/** Something was brought in whose id one of the writer's own has. */
function Which({
  document,
  own,
  run,
}: {
  document: UserStyleDocument;
  own: StoredUserStyle;
  run: (work: () => Promise<Done>) => void;
}) {
  if (!isNamed(document)) return null;
  return (
    <Notice text={`“${nameIn(own.document)}” stands here already, as it was kept. Which is to stay?`}>
      <Button
        mode="contained"
        onPress={() =>
          run(async () => {
            await changeOwn(own, document);
            return {
              text: `“${document.name}” is brought in, in the place of the one that was here.`,
              back: null,
            };
          })
        }
      >
        The one from the file
      </Button>
      <Button
        mode="outlined"
        onPress={() =>
          run(async () => {
            const another = asAnother(document);
            await keepOwn(another);
            return { text: `“${another.name}” is brought in beside it.`, back: null };
          })
        }
      >
        Both
      </Button>
    </Notice>
  );
}

/** The writer's own styles, patterns and players: brought in, changed, taken out, deleted. */
export function UserStylesSheet({ song, onClose }: { song: Song; onClose: () => void }) {
  const { error, isLoading, mutate } = useUserStyles();
  const own = usePlayed((s) => s.own);
  const [done, setDone] = useState<Done | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [asking, setAsking] = useState<{ document: UserStyleDocument; own: StoredUserStyle } | null>(null);
  const run = (work: () => Promise<Done | null>): void => {
    setTrouble(null);
    setAsking(null);
    work().then(setDone, (failed: unknown) =>
      setTrouble(failed instanceof Error ? failed.message : String(failed)),
    );
  };
  const bringIn = (file: File): void =>
    run(async () => {
      const read = readBrought(await file.text());
      if (read.trouble !== null) throw new Error(read.trouble);
      const same = sameOwn(read.document, own);
      if (same) {
        setAsking({ document: read.document, own: same });
        return null;
      }
      const kept = await keepOwn(read.document);
      return { text: `“${nameIn(kept.document)}” is brought in.`, back: null };
    });
  const remove = (one: StoredUserStyle): void =>
    run(async () => {
      await removeOwn(one);
      const name = nameIn(one.document);
      const songs = one.songs
        ? ` ${one.songs === 1 ? 'One song names' : `${one.songs} songs name`} it and will play by another until it is back.`
        : '';
      const brings = 'pattern' in one.document || 'patterns' in one.document;
      const patterns = brings
        ? ' Parts that play by what it brought play by their style’s own until it is back.'
        : '';
      return {
        text: `“${name}” is deleted.${songs}${patterns}`,
        back: {
          label: 'Put it back',
          work: () => keepOwn(one.document),
        },
      };
    });
  return (
    <Sheet title="Your own styles and players" onClose={onClose} tall>
      <View style={styles.row}>
        <FileButton
          label="Bring in a file"
          icon="file-import-outline"
          accept="application/json,.json"
          onFile={bringIn}
        />
      </View>
      {trouble ? <Notice text={trouble} /> : null}
      {asking ? <Which {...asking} run={run} /> : null}
      {done ? (
        <View style={styles.row}>
          <Words role="status" size="words" style={styles.grow}>
            {done.text}
          </Words>
          {done.back ? (
            <Button
              mode="outlined"
              icon="undo"
              onPress={() => {
                const { work } = done.back!;
                run(async () => {
                  await work();
                  return { text: 'It is back.', back: null };
                });
              }}
            >
              {done.back.label}
            </Button>
          ) : null}
        </View>
      ) : null}
      {error ? (
        <Notice text={`What is your own cannot be loaded: ${error.message}`}>
          <Button mode="outlined" onPress={() => void mutate()}>
            Try again
          </Button>
        </Notice>
      ) : null}
      {isLoading && !own.length ? <ActivityIndicator accessibilityLabel="Loading your styles" /> : null}
      {!own.length && !isLoading && !error ? (
        <Words size="words" tone="quiet">
          None yet. “Keep” on the Band page makes a style of what plays, “Keep as a player” on a part’s page a
          player of the part; a file that was taken out here, or written by hand, is brought in above.
        </Words>
      ) : null}
      <View role="list" aria-label="Your own styles and players" style={styles.list}>
        {own.map((one) => (
          <UserStyle
            key={one.id}
            own={one}
            song={song}
            onChange={(document, text) =>
              run(async () => {
                const before = one.document;
                await changeOwn(one, document);
                const back = { ...one, revision: one.revision + 1 };
                return { text, back: { label: 'Take it back', work: () => changeOwn(back, before) } };
              })
            }
            onRemove={() => remove(one)}
          />
        ))}
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 160 },
  list: { gap: 8, paddingTop: 4 },
});
