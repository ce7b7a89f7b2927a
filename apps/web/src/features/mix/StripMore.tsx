import { StyleSheet, View } from 'react-native';
import { setMix } from '@backline/core/edits/song';
import type { Part, Song } from '@backline/core/song/schema';
import { canBeDriven } from '@backline/sound/mixer/driven';
import { Range } from '../../components/Range';
import { change } from '../../state/openSong';
import { partKind, settingsIn } from '../../state/repertoire';
import { hearMix } from '../part/hearing';
import { InSections } from './InSections';
import { PlaceRanges } from '../part/StripRanges';
import { ToneRanges } from './ToneRanges';

/** Place, room, tone and drive of a part, and where it is mixed otherwise. */
export function StripMore({ song, part }: { song: Song; part: Part }) {
  const { mix, id } = part;
  const kind = partKind(part);
  const isDriven = kind?.pitched && canBeDriven(settingsIn(song, kind, part, null).instrument);
  return (
    <View style={styles.more}>
      <PlaceRanges {...{ song, part }} />
      <ToneRanges
        tone={mix.tone}
        onMove={(tone) => hearMix(song, id, { tone })}
        onChange={(tone) => change(setMix(id, { tone }))}
      />
      {isDriven ? (
        <Range
          label="Drive"
          value={mix.drive ?? 0}
          low={0}
          high={100}
          text={(value) => `${value} %`}
          onMove={(drive) => hearMix(song, id, { drive })}
          onChange={(drive) => change(setMix(id, { drive }))}
        />
      ) : null}
      <InSections {...{ song, part }} />
    </View>
  );
}

const styles = StyleSheet.create({ more: { gap: 4, paddingRight: 6, paddingBottom: 6 } });
