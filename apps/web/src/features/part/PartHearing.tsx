import { IconButton } from 'react-native-paper';
import { setMix } from '@backline/core/edits/song';
import type { Part } from '@backline/core/song/schema';
import { change } from '../../state/openSong';
import { TOUCH_SQUARE } from '../../theme/styles';

/** Who hears a part: alone, or not at all. */
export function PartHearing({ part }: { part: Part }) {
  const { mix, name, id } = part;
  return (
    <>
      <IconButton
        icon="headphones"
        selected={mix.solo}
        size={22}
        style={TOUCH_SQUARE}
        accessibilityLabel={`Hear ${name} alone`}
        aria-pressed={mix.solo}
        onPress={() => change(setMix(id, { solo: !mix.solo }))}
      />
      <IconButton
        icon={mix.mute ? 'volume-off' : 'volume-high'}
        selected={mix.mute}
        size={22}
        style={TOUCH_SQUARE}
        accessibilityLabel={`Silence ${name}`}
        aria-pressed={mix.mute}
        onPress={() => change(setMix(id, { mute: !mix.mute }))}
      />
    </>
  );
}
