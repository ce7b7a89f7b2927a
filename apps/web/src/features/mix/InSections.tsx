import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { setSettings } from '@backline/core/edits/settings';
import { MIX_OFFSETS, type MixOffsetName } from '@backline/core/song/choices';
import { MIX } from '@backline/core/song/settings/sound';
import type { Part, Section, Song } from '@backline/core/song/schema';
import { Choices } from '../../components/Choices';
import { Stepper } from '../../components/Stepper';
import { change } from '../../state/openSong';
import { TYPE } from '../../theme/styles';
import { Words } from '../../components/Words';

/** How otherwise a part is mixed in one section. */
function InSection({ part, section, moves }: { part: Part; section: Section; moves: MixOffsetName }) {
  const { control } = MIX[moves];
  if (control.as !== 'stepper') return null;
  const { low, high, step, text, less, more } = control;
  const value = section.settings[part.id]?.[moves] ?? 0;
  const set = (to: number): void =>
    void change(setSettings(part.id, section.id, { [moves]: to === 0 ? undefined : to }));
  return (
    <Stepper
      label={section.name}
      text={value === 0 ? 'as set' : text(value)}
      widest={136}
      less={`${part.name} ${less} in ${section.name}`}
      more={`${part.name} ${more} in ${section.name}`}
      onLess={value - step >= low ? () => set(value - step) : undefined}
      onMore={value + step <= high ? () => set(value + step) : undefined}
    />
  );
}

/** How a part is mixed otherwise from section to section: its level, its place, how far back it stands, its tone. */
export function InSections({ song, part }: { song: Song; part: Part }) {
  const [moves, setMoves] = useState<MixOffsetName>('gainOffset');
  return (
    <>
      <Words role="heading" aria-level={4} style={styles.heading}>
        Otherwise in a section
      </Words>
      <Choices
        label="What is otherwise"
        value={moves}
        choices={MIX_OFFSETS.map((value) => ({ value, label: MIX[value].label }))}
        onChoose={setMoves}
      />
      <View>
        {song.sections.map((section) => (
          <InSection key={section.id} {...{ part, section, moves }} />
        ))}
      </View>
    </>
  );
}

const styles = StyleSheet.create({ heading: { ...TYPE.strong, paddingTop: 8 } });
