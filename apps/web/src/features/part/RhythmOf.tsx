import type { Part, Settings, Song } from '@backline/core/song/schema';
import { givesRhythm } from '@backline/core/timeline/rhythm';
import { patternOf, type Resolved } from '@backline/core/timeline/settings';
import { Picker } from '../../components/Picker';
import { partKind, settingsIn, songStyle } from '../../state/repertoire';

export interface RhythmOfProps {
  readonly song: Song;
  readonly part: Part;
  readonly set: Resolved;
  readonly put: (settings: Settings) => void;
}

const OWN = '';

/** Parts whose patterns have a fixed rhythm that another can take. */
export const leaders = (song: Song, part: Part): readonly Part[] =>
  song.parts.filter((other) => {
    const kind = partKind(other);
    if (!kind || other.id === part.id) return false;
    return givesRhythm(patternOf(kind, songStyle(song), settingsIn(song, kind, other, null).pattern));
  });

/** Whose rhythm a part plays: its pattern's own, or another part's. */
export function RhythmOf({ song, part, set, put }: RhythmOfProps) {
  const found = leaders(song, part);
  const value = found.some((p) => p.id === set.rhythmOf) ? set.rhythmOf! : OWN;
  return (
    <Picker
      label="Rhythm"
      value={value}
      choices={[
        { value: OWN, label: 'of its own pattern' },
        ...found.map(({ id, name }) => ({ value: id, label: `of ${name}` })),
      ]}
      onChoose={(id) => put({ rhythmOf: id || undefined })}
    />
  );
}
