import { setMix } from '@backline/core/edits/song';
import type { Mix, Part, Song } from '@backline/core/song/schema';
import { Range } from '../../components/Range';
import { change } from '../../state/openSong';
import { levelText, panText, percentText } from './decibels';
import { hearMix } from './hearing';

export interface StripRangeProps {
  readonly song: Song;
  readonly part: Part;
}

interface MixRangeProps extends StripRangeProps {
  readonly of: 'level' | 'pan' | 'reverbSend';
  readonly label: string;
  readonly text: (value: number) => string;
}

/** One of what a strip has in General MIDI's steps: heard on its way, set where it comes to rest. */
function MixRange({ song, part, of, label, text }: MixRangeProps) {
  const moved = (value: number): Partial<Mix> => ({ [of]: value });
  return (
    <Range
      label={label}
      value={part.mix[of]}
      low={0}
      high={127}
      text={text}
      onMove={(value) => hearMix(song, part.id, moved(value))}
      onChange={(value) => change(setMix(part.id, moved(value)))}
    />
  );
}

/** How loud a part is. */
export const LevelRange = ({ label = 'Level', ...strip }: StripRangeProps & { readonly label?: string }) => (
  <MixRange {...strip} of="level" label={label} text={levelText} />
);

/** Where a part stands from left to right, and how far back in the room. */
export const PlaceRanges = (strip: StripRangeProps) => (
  <>
    <MixRange {...strip} of="pan" label="Pan" text={panText} />
    <MixRange {...strip} of="reverbSend" label="Room" text={percentText} />
  </>
);
