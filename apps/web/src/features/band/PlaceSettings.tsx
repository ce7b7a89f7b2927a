import { setMix } from '@backline/core/edits/song';
import type { Mix, Part, Song } from '@backline/core/song/schema';
import { player } from '../../audio/player';
import { Range } from '../../components/Range';
import { change } from '../../state/openSong';

const percent = (value: number): string => `${Math.round((value / 127) * 100)} %`;
export const side = (pan: number): string => (pan === 64 ? 'middle' : pan < 64 ? 'left' : 'right');

/** Where a part stands in the sound: how loud, where from left to right, how far back in the room. */
export function PlaceSettings({ song, part }: { song: Song; part: Part }) {
  const { mix } = part;
  // On its way a slider is heard at once; the song takes it where it comes to rest.
  const hear = (moved: Partial<Mix>): void =>
    player.setMix(song.parts.map((p) => (p.id === part.id ? { ...p, mix: { ...p.mix, ...moved } } : p)));
  return (
    <>
      <Range
        label="Level"
        value={mix.level}
        low={0}
        high={127}
        text={percent}
        onMove={(level) => hear({ level })}
        onChange={(level) => change(setMix(part.id, { level }))}
      />
      <Range
        label="Pan"
        value={mix.pan}
        low={0}
        high={127}
        text={side}
        onMove={(pan) => hear({ pan })}
        onChange={(pan) => change(setMix(part.id, { pan }))}
      />
      <Range
        label="Room"
        value={mix.room}
        low={0}
        high={127}
        text={percent}
        onMove={(room) => hear({ room })}
        onChange={(room) => change(setMix(part.id, { room }))}
      />
    </>
  );
}
