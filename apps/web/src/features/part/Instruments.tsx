import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { Button } from '../../components/Button';
import { Field } from '../../components/Field';
import {
  GM_FAMILIES,
  GM_PROGRAMS,
  familyOf,
  programsFound,
  similarTo,
} from '@backline/core/song/generalMidi';
import { rankInstruments } from '@backline/core/ranking/instruments';
import type { Part, Song } from '@backline/core/song/schema';
import { Notice } from '../../components/Notice';
import { Toggle } from '../../components/Toggle';
import { choseProgram, likeProgram, usePreferences } from '../../state/preferences';
import { repertoire } from '../../state/repertoire';
import { TOUCH_SQUARE } from '../../theme/styles';
import { Words } from '../../components/Words';

export interface InstrumentsProps {
  readonly song: Song;
  readonly part: Part;
  readonly value: number;
  readonly onChoose: (program: number) => void;
}

/** Programs by family, in the order of the sound set. */
function byFamily(programs: readonly number[]): { name: string; programs: number[] }[] {
  const families = new Map<number, number[]>();
  for (const program of programs) {
    const family = familyOf(program);
    families.set(family, [...(families.get(family) ?? []), program]);
  }
  return [...families].map(([family, own]) => ({ name: GM_FAMILIES[family]!, programs: own }));
}

/** So many stand at one tap; what fits less is found behind the search. */
const AT_HAND = 9;

/** The instrument of a part: those that fit at one tap, and the whole of General MIDI behind a search. */
export function Instruments({ song, part, value, onChoose }: InstrumentsProps) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const { favourites, recent } = usePreferences();
  const choose = (program: number): void => {
    choseProgram(program);
    onChoose(program);
  };
  const group = (title: string, programs: readonly number[]) =>
    programs.length ? (
      <View key={title} role="group" aria-label={title} style={styles.group}>
        <Words size="strong">{title}</Words>
        <View style={styles.wrap}>
          {programs.map((program) => (
            <Toggle
              key={program}
              as="radio"
              label={GM_PROGRAMS[program]!}
              on={program === value}
              onPress={() => choose(program)}
            />
          ))}
        </View>
      </View>
    ) : null;
  const found = programsFound(text);
  const first = rankInstruments(song, part, repertoire()).slice(0, AT_HAND);
  const atHand = first.map(({ item }) => item);
  const against = first.filter(({ reasons }) => reasons.length);
  const liked = favourites.includes(value);
  return (
    <View style={styles.panel}>
      {group('Instrument, best fit first', atHand.includes(value) ? atHand : [value, ...atHand])}
      {against.map(({ item, reasons }) => (
        <Words key={item} size="tiny" tone="quiet">
          {`${GM_PROGRAMS[item]!}: ${reasons.join('; ')}.`}
        </Words>
      ))}
      <View style={styles.row}>
        <Button
          mode="text"
          icon={open ? 'chevron-up' : 'chevron-down'}
          accessibilityLabel={open ? 'Fewer instruments' : 'All instruments'}
          onPress={() => setOpen(!open)}
        >
          {open ? 'Fewer instruments' : 'All instruments'}
        </Button>
        <IconButton
          icon={liked ? 'star' : 'star-outline'}
          selected={liked}
          aria-pressed={liked}
          style={TOUCH_SQUARE}
          accessibilityLabel={`Keep ${GM_PROGRAMS[value]!} at hand`}
          onPress={() => likeProgram(value, !liked)}
        />
      </View>
      {group('Kept at hand', favourites)}
      {open ? (
        <>
          <Field
            placeholder="Find an instrument"
            accessibilityLabel="Find an instrument"
            value={text}
            onChangeText={setText}
          />
          {text ? null : group('Chosen last', recent)}
          {text ? null : group(`Like ${GM_PROGRAMS[value]!}`, similarTo(value))}
          {byFamily(found).map(({ name, programs }) => group(name, programs))}
          {found.length ? null : (
            <Notice text={`No instrument is called “${text}”. Try a family, like strings or organ.`} />
          )}
        </>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  panel: { gap: 6 },
  group: { gap: 4 },
  row: { flexDirection: 'row', alignItems: 'center' },
  wrap: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
});
