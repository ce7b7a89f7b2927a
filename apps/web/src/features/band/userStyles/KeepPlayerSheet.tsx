import type { Part, Song } from '@backline/core/song/schema';
import { partKind, playsIn, repertoire, repertoireTools } from '../../../state/repertoire';
import { KeepSheet } from './KeepSheet';

/** Keeps a part as it plays as a player, for other bands. */
export function KeepPlayerSheet({ song, part, onClose }: { song: Song; part: Part; onClose: () => void }) {
  const { freePlayerName, keptPlayer, ownId } = repertoireTools();
  const can = partKind(part) !== null;
  return (
    <KeepSheet
      title={`Keep ${part.name} as a player`}
      what="player"
      words={
        can
          ? `“${playsIn(song, part, null).pattern}” with its instrument, level and all you set for the whole song. What single sections have and voicings by hand stay with this song.`
          : 'Its kind of part is not here, so it cannot be kept.'
      }
      can={can}
      called={freePlayerName(part.name, repertoire())}
      found="Add a part takes it into any band, and a part of its kind can play as it does."
      documentFor={(name, about) =>
        keptPlayer(song, part, repertoire(), { id: ownId(name, repertoire()), name, about })
      }
      onClose={onClose}
    />
  );
}
