import { setMix } from '@backline/core/edits/song';
import type { Part, Song } from '@backline/core/song/schema';
import { Range } from '../../components/Range';
import { change } from '../../state/openSong';
import { levelText, panText, percentText } from '../mix/decibels';
import { hearMix } from '../mix/hearing';

/** Where a part stands in the sound: how loud, where from left to right, how far back in the room. */
export function PlaceSettings({ song, part }: { song: Song; part: Part }) {
  const { mix, id } = part;
  return (
    <>
      <Range
        label="Level"
        value={mix.level}
        low={0}
        high={127}
        text={levelText}
        onMove={(level) => hearMix(song, id, { level })}
        onChange={(level) => change(setMix(id, { level }))}
      />
      <Range
        label="Pan"
        value={mix.pan}
        low={0}
        high={127}
        text={panText}
        onMove={(pan) => hearMix(song, id, { pan })}
        onChange={(pan) => change(setMix(id, { pan }))}
      />
      <Range
        label="Room"
        value={mix.room}
        low={0}
        high={127}
        text={percentText}
        onMove={(room) => hearMix(song, id, { room })}
        onChange={(room) => change(setMix(id, { room }))}
      />
    </>
  );
}
