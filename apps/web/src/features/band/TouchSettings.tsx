import { StyleSheet, Text, View } from 'react-native';
import {
  BACKBEATS,
  CYMBALS,
  DESKS,
  SHORTEST_LENGTH,
  SLIDES,
  SWELLS,
  type Desk,
} from '@backline/core/song/choices';
import type { Control, Kind } from '@backline/core/parts/kind';
import { Choices, asNamed } from '../../components/Choices';
import { Range } from '../../components/Range';
import { Toggle } from '../../components/Toggle';
import { TYPE } from '../../theme/styles';
import { usePalette } from '../../theme/usePalette';
import { OrItsPattern } from './OrItsPattern';
import type { Setting } from './setting';

/** Which desks of a section play: one at least. */
function Desks({ without, put }: { readonly without: readonly Desk[] } & Pick<Setting, 'put'>) {
  const palette = usePalette();
  const turn = (desk: Desk): void => {
    const left = without.includes(desk) ? without.filter((d) => d !== desk) : [...without, desk];
    if (left.length < DESKS.length) put({ without: left.length ? left : undefined });
  };
  return (
    <View role="group" aria-label="Desks that play" style={styles.group}>
      <Text style={[TYPE.strong, { color: palette.ink }]}>Desks that play</Text>
      <View style={styles.row}>
        {DESKS.map((desk) => (
          <Toggle key={desk} label={desk} on={!without.includes(desk)} onPress={() => turn(desk)} />
        ))}
      </View>
    </View>
  );
}

const TOUCHES: readonly Control[] = [
  'strum',
  'length',
  'kit',
  'desks',
  'tones',
  'slides',
  'swell',
  'pedal',
  'palm',
];

/** Whether there is anything to set of how a kind of part touches its notes. */
export const hasTouch = (kind: Kind): boolean => TOUCHES.some((c) => kind.controls.includes(c));

/** How a part's notes are touched: as far as its kind of player touches them so. */
export function TouchSettings({ kind, set, put }: Setting) {
  const has = (control: Control): boolean => kind.controls.includes(control);
  return (
    <>
      {has('strum') ? (
        <Range
          label="Strum"
          value={set.strum}
          low={0}
          high={120}
          step={5}
          text={`${set.strum} ms across`}
          onChange={(strum) => put({ strum })}
        />
      ) : null}
      {has('length') ? (
        <Range
          label="Note length"
          value={set.length}
          low={SHORTEST_LENGTH}
          high={100}
          step={5}
          text={set.length === 100 ? 'as the pattern has it' : `${set.length} % of it`}
          onChange={(length) => put({ length })}
        />
      ) : null}
      {has('kit') ? (
        <>
          <OrItsPattern
            label="Keeps time on"
            value={set.cymbal}
            choices={asNamed(CYMBALS)}
            onChoose={(cymbal) => put({ cymbal })}
          />
          <OrItsPattern
            label="Backbeat on"
            value={set.backbeat}
            choices={asNamed(BACKBEATS)}
            onChoose={(backbeat) => put({ backbeat })}
          />
        </>
      ) : null}
      {has('desks') ? <Desks without={set.without} put={put} /> : null}
      {has('tones') ? (
        <Choices
          label="Its tones"
          value={set.tones}
          choices={[
            { value: 'chords', label: 'of each chord' },
            { value: 'scale', label: 'of the scale' },
          ]}
          onChoose={(tones) => put({ tones })}
        />
      ) : null}
      {has('slides') ? (
        <Choices
          label="Slides and hammered notes"
          value={set.slides}
          choices={asNamed(SLIDES)}
          onChoose={(slides) => put({ slides })}
        />
      ) : null}
      {has('swell') ? (
        <Choices
          label="Swell on held chords"
          value={set.swell}
          choices={asNamed(SWELLS)}
          onChoose={(swell) => put({ swell })}
        />
      ) : null}
      {has('pedal') ? (
        <Choices
          label="Pedal"
          value={set.pedal}
          choices={[
            { value: false, label: 'up' },
            { value: true, label: 'down through each chord' },
          ]}
          onChoose={(pedal) => put({ pedal })}
        />
      ) : null}
      {has('palm') ? (
        <Choices
          label="Palm"
          value={set.palm}
          choices={[
            { value: false, label: 'off the strings' },
            { value: true, label: 'on the strings' },
          ]}
          onChoose={(palm) => put({ palm })}
        />
      ) : null}
    </>
  );
}

const styles = StyleSheet.create({
  group: { gap: 4 },
  row: { flexDirection: 'row', gap: 6 },
});
