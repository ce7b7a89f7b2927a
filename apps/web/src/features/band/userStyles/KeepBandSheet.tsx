import type { Song } from '@backline/core/song/schema';
import { repertoire, repertoireTools } from '../../../state/repertoire';
import { KeepSheet } from './KeepSheet';

/** Keeps the band of the open song as a style, for other songs. */
export function KeepBandSheet({ song, onClose }: { song: Song; onClose: () => void }) {
  const { bandInWords, canBeKept, freeStyleName, keptBand, ownId } = repertoireTools();
  const can = canBeKept(song, repertoire());
  return (
    <KeepSheet
      title="Keep this band as a style"
      what="style"
      words={
        can
          ? `${bandInWords(song, repertoire())}: their patterns, instruments and all you set for the whole song. Chords, voicings by hand and what single sections have stay with this song.`
          : 'A style has one part at least. Add a part to the band first.'
      }
      can={can}
      called={freeStyleName(song.title, repertoire())}
      found="It stands among the styles, as yours."
      documentFor={(name, about) =>
        keptBand(song, repertoire(), { id: ownId(name, repertoire()), name, about })
      }
      onClose={onClose}
    />
  );
}
