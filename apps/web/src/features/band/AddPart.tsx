import { newPart, partOfBand } from '@backline/core/band/repertoire';
import { addPart } from '@backline/core/edits/parts';
import { LIMITS } from '@backline/core/song/limits';
import type { Part, Song } from '@backline/core/song/schema';
import { Picker } from '../../components/Picker';
import { change } from '../../state/openSong';
import { repertoire, songStyle, usePlayed } from '../../state/repertoire';

/** A player's id among the choices: no kind of part is called so. */
const KEPT = 'kept ';

/** Brings another player in, of any kind, a soloist, or one that was kept. */
export function AddPart({ song }: { song: Song }) {
  const full = song.parts.length >= LIMITS.parts;
  const { kinds, players } = repertoire();
  const own = usePlayed((s) => s.documents);
  const kept = players.map(({ id, name, kind }) => {
    const plays = kinds.get(kind)?.name.toLowerCase() ?? kind;
    const isOwn = own.some((document) => document.id === id);
    return { value: `${KEPT}${id}`, label: `${name} (${isOwn ? `your ${plays}` : plays})` };
  });
  const added = (choice: string): Part | null => {
    const style = songStyle(song);
    const player = players.find(({ id }) => choice === `${KEPT}${id}`);
    if (player) return partOfBand(player, kinds, song.parts, style);
    const kind = kinds.get(choice);
    return kind ? newPart(kind, song.parts, style) : null;
  };
  return (
    <Picker
      label="Add a part"
      value=""
      choices={[
        { value: '', label: full ? `A song has ${LIMITS.parts} parts at most` : 'choose…' },
        ...(full
          ? []
          : [...[...kinds.values()].map(({ id, name }) => ({ value: id, label: name })), ...kept]),
      ]}
      onChoose={(choice) => {
        const part = added(choice);
        if (part) change(addPart(part));
      }}
    />
  );
}
