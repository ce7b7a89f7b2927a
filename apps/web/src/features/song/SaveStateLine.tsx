import { songPath } from '../../state/api';
import { useShownKept } from '../../state/keptAnswers';
import { useOpenSong, type SaveState } from '../../state/openSong';
import { Words } from '../../components/Words';

const WORDS: Record<SaveState, string> = {
  saved: 'Saved',
  unsaved: 'Saving…',
  saving: 'Saving…',
  waiting: 'Kept on this device, trying again',
  conflict: 'Changed elsewhere',
  gone: 'No longer in the songbook',
  refused: 'Not saved',
};
/** The server is away or silent, and nothing is changed here. */
const AS_KEPT = 'As kept on this device; the server does not answer';
const NOT_KEPT = 'Not saved yet, trying again';

/** Whether the song is safe, said aloud when it changes. */
export function SaveStateLine() {
  const save = useOpenSong((s) => s.save);
  const kept = useOpenSong((s) => s.kept);
  const id = useOpenSong((s) => s.id);
  const isAsKept = useShownKept((s) => id !== null && s.paths.has(songPath(id)));
  return (
    <Words aria-live="polite" role="status" size="tiny" tone="quiet">
      {save === 'waiting' && !kept ? NOT_KEPT : save === 'saved' && isAsKept ? AS_KEPT : WORDS[save]}
    </Words>
  );
}
