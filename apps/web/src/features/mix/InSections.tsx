import { useState } from 'react';
import { StyleSheet, Text, View } from 'react-native';
import { setSettings } from '@backline/core/edits/settings';
import type { Mixed } from '@backline/core/song/choices';
import type { Part, Section, Song } from '@backline/core/song/schema';
import { Choices } from '../../components/Choices';
import { Stepper } from '../../components/Stepper';
import { change } from '../../state/openSong';
import { TYPE } from '../../theme/styles';
import { usePalette } from '../../theme/usePalette';
import { decibelText } from './decibels';

interface Way {
  readonly label: string;
  readonly lowest: number;
  readonly highest: number;
  readonly step: number;
  readonly text: (value: number) => string;
  /** What a step down and a step up do, as they are read out: "softer". */
  readonly down: string;
  readonly up: string;
}

/** As places are told: the whole way from the middle to a side is a hundred percent. */
const share = (value: number, whole: number): string => `${Math.round((Math.abs(value) / whole) * 100)} %`;

/** What can be otherwise in a section than in the whole song. */
const WAYS: Readonly<Record<Mixed, Way>> = {
  trim: {
    label: 'Level',
    lowest: -12,
    highest: 6,
    step: 1,
    text: decibelText,
    down: 'softer',
    up: 'louder',
  },
  side: {
    label: 'Place',
    lowest: -126,
    highest: 126,
    step: 14,
    text: (value) => `${share(value, 63)} ${value < 0 ? 'left' : 'right'}`,
    down: 'further left',
    up: 'further right',
  },
  depth: {
    label: 'Room',
    lowest: -126,
    highest: 126,
    step: 14,
    text: (value) => `${share(value, 127)} ${value < 0 ? 'nearer' : 'further back'}`,
    down: 'nearer',
    up: 'further back',
  },
  tint: {
    label: 'Tone',
    lowest: -12,
    highest: 12,
    step: 2,
    text: (value) => `${Math.abs(value)} dB ${value < 0 ? 'darker' : 'brighter'}`,
    down: 'darker',
    up: 'brighter',
  },
};

/** How otherwise a part is mixed in one section. */
function InSection({ part, section, moves }: { part: Part; section: Section; moves: Mixed }) {
  const { lowest, highest, step, text, down, up } = WAYS[moves];
  const value = section.settings[part.id]?.[moves] ?? 0;
  const set = (to: number): void =>
    void change(setSettings(part.id, section.id, { [moves]: to === 0 ? undefined : to }));
  return (
    <Stepper
      label={section.name}
      text={value === 0 ? 'as set' : text(value)}
      widest={136}
      less={`${part.name} ${down} in ${section.name}`}
      more={`${part.name} ${up} in ${section.name}`}
      onLess={value - step >= lowest ? () => set(value - step) : undefined}
      onMore={value + step <= highest ? () => set(value + step) : undefined}
    />
  );
}

/** How a part is mixed otherwise from section to section: its level, its place, how far back it stands, its tone. */
export function InSections({ song, part }: { song: Song; part: Part }) {
  const palette = usePalette();
  const [moves, setMoves] = useState<Mixed>('trim');
  return (
    <>
      <Text role="heading" aria-level={4} style={[styles.heading, { color: palette.ink }]}>
        Otherwise in a section
      </Text>
      <Choices
        label="What is otherwise"
        value={moves}
        choices={(Object.keys(WAYS) as Mixed[]).map((value) => ({ value, label: WAYS[value].label }))}
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
