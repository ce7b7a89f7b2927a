import { useState } from 'react';
import { freeName } from '@backline/core/song/names';
import { Button } from '../../components/Button';
import { Notice } from '../../components/Notice';
import { createSongAt } from '../../state/api';
import { download } from '../../state/download';
import type { Unread } from '../../state/keptEdits';
import { removeUnreadEdits, useUnread } from '../../state/unsavedElsewhere';

const DAY = new Intl.DateTimeFormat('en', { day: 'numeric', month: 'long', year: 'numeric' });

function Edits({ edits, titles, attempt }: { edits: Unread } & Props) {
  const [asked, setAsked] = useState(false);
  const { key, title, at, trouble, contents, mended } = edits;
  const whose = title === null ? 'Unsaved edits' : `Unsaved edits of “${title}”`;
  const when = at ? ` of ${DAY.format(at)}` : '';
  const save = (): void =>
    download(
      new Blob([JSON.stringify(contents, null, 2)], { type: 'application/json' }),
      'edits that could not be read.json',
    );
  const open = (): void =>
    void attempt(async () => {
      if (mended) await createSongAt({ ...mended.song, title: freeName(titles, mended.song.title) });
    });
  return (
    <Notice text={`${whose}${when} are on this device and cannot be read. ${trouble}`}>
      <Button mode="contained" onPress={save}>
        Save them as a file
      </Button>
      {mended ? (
        <Button mode="outlined" onPress={open}>
          Make a song of what reads
        </Button>
      ) : null}
      <Button
        mode="outlined"
        onPress={() => (asked ? void attempt(() => removeUnreadEdits(key)) : setAsked(true))}
      >
        {asked ? 'Remove them for good' : 'Remove'}
      </Button>
    </Notice>
  );
}

interface Props {
  /** Titles that songs have. */
  readonly titles: readonly string[];
  readonly attempt: (work: () => Promise<unknown>) => Promise<void>;
}

/** Work of this device that does not read: told, taken away as a file, removed only by hand. */
export function UnreadEdits(props: Props) {
  const all = useUnread((s) => s.edits);
  return (
    <>
      {all.map((edits) => (
        <Edits key={edits.key} edits={edits} {...props} />
      ))}
    </>
  );
}
