import { Button } from '../../components/Button';
import { Notice } from '../../components/Notice';
import { createSongAt, restoreSong, songPath } from '../../state/api';
import { useBand } from '../../state/band';
import { discardUnsaved, mineTitle, openAnew, rehome } from '../../state/unsavedElsewhere';
import { refuse, resolveConflict, saveAgain, useOpenSong } from '../../state/openSong';

/** Where the work is while it is not saved. */
const KEPT = 'Your work is kept on this device and saved as soon as that is possible.';
const NOT_KEPT =
  'This device refuses to keep it (its storage is full or closed): leave this page open until it is saved.';

const sentence = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** Does what was chosen; what stands in the way takes the place of the trouble. */
const attempt = async (work: () => Promise<unknown>): Promise<void> => {
  try {
    await work();
  } catch (error) {
    useOpenSong.setState({ trouble: sentence(error) });
  }
};

/** What keeps the song from being saved or played, and what the writer can choose. */
export function Troubles() {
  const { refusal } = useOpenSong();
  return (
    <>
      <SaveTrouble />
      <BandTrouble />
      {refusal ? (
        <Notice text={refusal}>
          <Button mode="outlined" onPress={() => refuse(null)}>
            All right
          </Button>
        </Notice>
      ) : null}
    </>
  );
}

/** Parts that cannot play somewhere, and a band that could not be made. */
function BandTrouble() {
  const { band, failed } = useBand();
  const silent = band?.parts.flatMap((part) => (part.trouble ? [part.trouble] : [])) ?? [];
  const said = [...(failed ? [failed] : []), ...silent];
  return said.length ? <Notice text={said.join(' ')} /> : null;
}

function SaveTrouble() {
  const { id, save, trouble, kept, song, inBin } = useOpenSong();
  const keepBoth = async (): Promise<void> => {
    if (!song) return;
    await createSongAt({ ...song, title: mineTitle(song.title) });
    resolveConflict('newer');
  };
  const putBack = async (): Promise<void> => {
    if (!id) return;
    const { revision } = await restoreSong(songPath(id));
    saveAgain(revision);
  };
  const asNew = async (): Promise<void> => {
    const made = id && (await rehome(id));
    if (made) openAnew(made);
  };
  const leave = (): void => {
    if (id) discardUnsaved(id);
    openAnew(null);
  };
  switch (save) {
    case 'conflict':
      return (
        <Notice text={trouble ?? 'This song was changed elsewhere.'}>
          <Button mode="contained" onPress={() => resolveConflict('mine')}>
            Keep mine
          </Button>
          <Button mode="outlined" onPress={() => resolveConflict('newer')}>
            Take the newer
          </Button>
          <Button mode="outlined" onPress={() => void attempt(keepBoth)}>
            Keep both
          </Button>
        </Notice>
      );
    case 'gone':
      return (
        <Notice
          text={`This song was deleted elsewhere. ${kept ? 'Your version is kept on this device.' : NOT_KEPT}`}
        >
          {inBin ? (
            <Button mode="contained" onPress={() => void attempt(putBack)}>
              Put it back
            </Button>
          ) : null}
          <Button mode={inBin ? 'outlined' : 'contained'} onPress={() => void attempt(asNew)}>
            Keep mine as a new song
          </Button>
          <Button mode="outlined" onPress={leave}>
            Let it go
          </Button>
        </Notice>
      );
    case 'waiting':
      return <Notice text={`${trouble ?? ''} ${kept ? KEPT : NOT_KEPT}`.trim()} />;
    case 'refused':
      return (
        <Notice text={`${trouble ?? ''} ${kept ? 'Your version is kept on this device.' : NOT_KEPT}`.trim()}>
          <Button mode="outlined" onPress={() => saveAgain()}>
            Try again
          </Button>
        </Notice>
      );
    default:
      return kept ? null : <Notice text={NOT_KEPT} />;
  }
}
