import { Button } from 'react-native-paper';
import { useSWRConfig } from 'swr';
import { Notice } from '../../components/Notice';
import { SONGS, createSongAt } from '../../state/api';
import { resolveConflict, useOpenSong } from '../../state/openSong';

/** What keeps the song from being saved, and what the writer can choose. */
export function Troubles() {
  const { save, trouble, song } = useOpenSong();
  const { mutate } = useSWRConfig();
  const keepBoth = async (): Promise<void> => {
    if (!song) return;
    try {
      await createSongAt({ ...song, title: `${song.title.slice(0, 70)} (mine)` });
      resolveConflict('newer');
      await mutate(SONGS);
    } catch (error) {
      useOpenSong.setState({ trouble: error instanceof Error ? error.message : String(error) });
    }
  };
  if (save === 'conflict') {
    return (
      <Notice text={trouble ?? 'This song was changed elsewhere.'}>
        <Button mode="contained" onPress={() => resolveConflict('mine')}>
          Keep mine
        </Button>
        <Button mode="outlined" onPress={() => resolveConflict('newer')}>
          Take the newer
        </Button>
        <Button mode="outlined" onPress={() => void keepBoth()}>
          Keep both
        </Button>
      </Notice>
    );
  }
  return (save === 'waiting' || save === 'refused') && trouble ? <Notice text={trouble} /> : null;
}
