import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet } from 'react-native';
import { mendSong } from '@backline/core/song/mend';
import { cutText } from '@backline/core/song/text';
import { Button } from '../../components/Button';
import { Notice } from '../../components/Notice';
import { ApiError, createSongAt, restoreSong, songPath } from '../../state/api';
import { download } from '../../state/download';
import { ownEdits } from '../../state/keptEdits';
import { openAnew, rehome } from '../../state/unsavedElsewhere';
import { TYPE } from '../../theme/styles';
import { Words } from '../../components/Words';

/** A song that this version cannot read, as it is stored: nothing of it is lost. */
function saveUnread(stored: unknown): void {
  const text = JSON.stringify(stored, null, 2);
  download(new Blob([text], { type: 'application/json' }), 'song that could not be read.json');
}

/** What is wrong with a stored song, said at most so often. */
const SHOWN = 8;

/** A stored song that does not read: what is wrong and where, what reads of it, and all of it as a file. */
function Unread({ answer, attempt }: { answer: unknown; attempt: (work: () => Promise<unknown>) => void }) {
  const mended = useMemo(() => mendSong((answer as { song?: unknown } | null)?.song), [answer]);
  const open = (): void => {
    if (!mended) return;
    const title = `${cutText(mended.song.title, 70)} (mended)`;
    attempt(async () => openAnew((await createSongAt({ ...mended.song, title })).id));
  };
  return (
    <>
      {mended?.remarks.slice(0, SHOWN).map((what) => (
        <Words key={what} style={styles.told}>
          {what}
        </Words>
      ))}
      {mended && mended.remarks.length > SHOWN ? (
        <Words style={styles.told}>and {mended.remarks.length - SHOWN} more.</Words>
      ) : null}
      {mended ? (
        <Button mode="contained" onPress={open}>
          Open what reads as a new song
        </Button>
      ) : null}
      <Button mode="outlined" onPress={() => saveUnread(answer)}>
        Save what is stored as a file
      </Button>
    </>
  );
}

/** Why a song does not open, and the ways on. */
export function NotOpened({ id, error, retry }: { id: string; error: unknown; retry: () => void }) {
  const router = useRouter();
  const [failed, setFailed] = useState<string | null>(null);
  const status = error instanceof ApiError ? error.status : 0;
  const unread = error instanceof ApiError ? error.answer : null;
  const text = error instanceof Error ? error.message : 'The song could not be opened.';
  const attempt = (work: () => Promise<unknown>): void =>
    void work().catch((e: unknown) => setFailed(e instanceof Error ? e.message : String(e)));
  return (
    <Notice
      text={
        failed ??
        (unread ? 'What is stored of this song cannot be read as it stands. It stays as it is.' : text)
      }
    >
      {unread ? <Unread answer={unread} attempt={attempt} /> : null}
      {status === 410 ? (
        <Button mode="contained" onPress={() => attempt(() => restoreSong(songPath(id)).then(retry))}>
          Put it back
        </Button>
      ) : status === 404 ? null : (
        <Button mode={unread ? 'outlined' : 'contained'} onPress={retry}>
          Try again
        </Button>
      )}
      {ownEdits(id) && (status === 404 || status === 410) ? (
        <Button
          mode="outlined"
          onPress={() => attempt(() => rehome(id).then((made) => made && openAnew(made)))}
        >
          Keep my version as a new song
        </Button>
      ) : null}
      <Button mode="outlined" onPress={() => router.dismissTo('/')}>
        Songbook
      </Button>
    </Notice>
  );
}

const styles = StyleSheet.create({ told: { ...TYPE.words, width: '100%' } });
