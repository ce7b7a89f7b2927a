import { newPart, partOfBand } from '@backline/core/band/repertoire';
import { addPart } from '@backline/core/edits/parts';
import { LIMITS } from '@backline/core/song/limits';
import type { Part, Song } from '@backline/core/song/schema';
import { Picker } from '../../components/Picker';
import { change } from '../../state/openSong';
import { repertoire, songStyle } from '../../state/repertoire';

/** A kept player's id among the choices: no kind of part is called so. */
const KEPT = 'kept ';

/** Brings another player in, of any kind, or one that was kept. */
export function AddPart({ song }: { song: Song }) {
  const full = song.parts.length >= LIMITS.parts;
  const { kinds, players } = repertoire();
  const kept = players.map((player) => ({
    value: `${KEPT}${player.id}`,
    label: `${player.name} (your ${kinds.get(player.kind)?.name.toLowerCase() ?? player.kind})`,
  }));
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
