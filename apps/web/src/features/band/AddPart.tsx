import { newPart } from '@backline/core/band/repertoire';
import { addPart } from '@backline/core/edits/parts';
import { LIMITS } from '@backline/core/song/limits';
import type { Song } from '@backline/core/song/schema';
import { Picker } from '../../components/Picker';
import { change } from '../../state/openSong';
import { repertoire, songStyle } from '../../state/repertoire';

/** Brings another player in, of any kind. */
export function AddPart({ song }: { song: Song }) {
  const full = song.parts.length >= LIMITS.parts;
  const kinds = [...repertoire().kinds.values()];
  return (
    <Picker
      label="Add a part"
      value=""
      choices={[
        { value: '', label: full ? `A song has ${LIMITS.parts} parts at most` : 'choose…' },
        ...(full ? [] : kinds.map(({ id, name }) => ({ value: id, label: name }))),
      ]}
      onChoose={(id) => {
        const kind = repertoire().kinds.get(id);
        if (kind) change(addPart(newPart(kind, song.parts, songStyle(song))));
      }}
    />
  );
}
