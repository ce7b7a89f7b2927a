import { StyleSheet, Text, View } from 'react-native';
import { setSettings } from '@backline/core/edits/settings';
import { setMix } from '@backline/core/edits/song';
import type { Part, Section, Song } from '@backline/core/song/schema';
import { canBeDriven } from '@backline/sound/desk/driven';
import { Range } from '../../components/Range';
import { Stepper } from '../../components/Stepper';
import { change } from '../../state/openSong';
import { partKind, settingsIn } from '../../state/repertoire';
import { TYPE } from '../../theme/styles';
import { usePalette } from '../../theme/usePalette';
import { decibelText } from './decibels';
import { hearMix } from './hearing';
import { PlaceRanges } from './StripRanges';
import { ToneRanges } from './ToneRanges';

const LOWEST = -12;
const HIGHEST = 6;

/** How much louder or softer the part is mixed in one section. */
function SectionTrim({ part, section }: { part: Part; section: Section }) {
  const trim = section.settings[part.id]?.trim ?? 0;
  const set = (to: number): void =>
    void change(setSettings(part.id, section.id, { trim: to === 0 ? undefined : to }));
  return (
    <Stepper
      label={section.name}
      text={trim === 0 ? 'as set' : decibelText(trim)}
      less={`${part.name} softer in ${section.name}`}
      more={`${part.name} louder in ${section.name}`}
      onLess={trim > LOWEST ? () => set(trim - 1) : undefined}
      onMore={trim < HIGHEST ? () => set(trim + 1) : undefined}
    />
  );
}

/** Place, room, tone and drive of a part, and where it is louder or softer. */
export function StripMore({ song, part }: { song: Song; part: Part }) {
  const palette = usePalette();
  const { mix, id } = part;
  const kind = partKind(part);
  const isDriven =
    kind?.nature !== 'percussion' && kind && canBeDriven(settingsIn(song, kind, part, null).instrument);
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
      <Text role="heading" aria-level={4} style={[styles.heading, { color: palette.ink }]}>
        Louder or softer in a section
      </Text>
      {song.sections.map((section) => (
        <SectionTrim key={section.id} {...{ part, section }} />
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  more: { gap: 4, paddingRight: 6, paddingBottom: 6 },
  heading: { ...TYPE.strong, paddingTop: 8 },
});
