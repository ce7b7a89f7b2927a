import { Fragment, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  holdPartChord,
  letPartChordsGo,
  makePartChordsTheChart,
  pedalPartChords,
  startPartChords,
  reharmonisePartChords,
  thinPartChords,
  writePartChords,
  type Reharmony,
} from '@backline/core/edits/partChords';
import { ChartError } from '@backline/core/formats/chart/error';
import type { ChordEvent, Part, Section, Song } from '@backline/core/song/schema';
import { barsLength, sectionBars } from '@backline/core/time/bars';
import { chordsInUse } from '@backline/core/song/inUse';
import { Button } from '../../../components/Button';
import { act } from '../../../components/act';
import { ChordSymbol } from '../../../components/ChordSymbol';
import { Field } from '../../../components/Field';
import { Sheet } from '../../../components/Sheet';
import { change } from '../../../state/openSong';
import { useTrouble } from '../../../components/useTrouble';
import { usePalette } from '../../../theme/usePalette';
import { openOver } from '../formState';
import { Words } from '../../../components/Words';

interface OwnChordsProps {
  readonly song: Song;
  readonly section: Section;
  readonly part: Part;
  readonly width: number;
}

/** Chords as long as they last, on one line. */
function Line(props: {
  name: string;
  chords: readonly ChordEvent[];
  length: number;
  keyText: string;
  width: number;
}) {
  const { name, chords, length, keyText, width } = props;
  const palette = usePalette();
  const words = chords.map((c) => c.symbol ?? 'no chord').join(', ');
  return (
    <View role="img" aria-label={`${name}: ${words}`} style={styles.line}>
      <Words size="tiny" tone="quiet">
        {name}
      </Words>
      <View style={styles.chords}>
        {chords.map((chord) => (
          <View
            key={chord.id}
            style={[
              styles.chord,
              {
                left: (chord.start / length) * width,
                width: (chord.length / length) * width - 2,
                borderColor: palette.line,
                backgroundColor: palette.paper,
              },
            ]}
          >
            <ChordSymbol symbol={chord.symbol} keyText={keyText} size={14} color={palette.ink} />
          </View>
        ))}
      </View>
    </View>
  );
}

/** Bars of a section as text, a chord that is held as a hold. */
function textOf(chords: readonly ChordEvent[], section: Section, song: Song): string {
  return sectionBars(section, song)
    .map(({ start, length }) => {
      const own = chords.filter((c) => c.start >= start && c.start < start + length);
      return own.length ? own.map((c) => c.symbol ?? 'N.C.').join(' ') : '/ / / /';
    })
    .join(' | ');
}

/** Ways to other chords, by what they put in place of those that stand there. */
const OTHER_CHORDS: readonly (readonly [Reharmony, string])[] = [
  ['relatives', 'Relatives'],
  ['borrowed', 'Borrowed from minor'],
  ['dominants', 'A dominant before each'],
  ['tritone', 'Stand-ins for sevenths'],
];

/** Chords that a part follows in a section instead of the chart's, beside them. */
export function OwnChordsSheet({ song, section, part, width }: OwnChordsProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const said = useTrouble(trouble !== null);
  const own = section.partChords?.[part.id];
  const chart = chordsInUse(section);
  const bars = sectionBars(section, song);
  const length = barsLength(bars);
  const keyText = bars[0]?.key ?? song.key;
  const first = chart.find((c) => c.symbol !== null)?.symbol ?? 'C';
  const write = (): void => {
    if (typed === null) return;
    try {
      if (change(writePartChords(section.id, part.id, typed))) setTyped(null);
      setTrouble(null);
    } catch (error) {
      if (!(error instanceof ChartError)) throw error;
      setTrouble(error.reason);
    }
  };
  const id = section.id;
  return (
    <Sheet tall title={`Chords of ${part.name} in ${section.name}`} onClose={() => openOver(null)}>
      <Line name="Chart" chords={chart} length={length} keyText={keyText} width={width - 40} />
      {own ? (
        <Line name={part.name} chords={own} length={length} keyText={keyText} width={width - 40} />
      ) : (
        <Words size="words" tone="quiet">{`${part.name} follows the chart.`}</Words>
      )}
      <View style={styles.acts}>
        {own ? null : act('Begin with a copy', 'content-copy', () => change(startPartChords(id, part.id)))}
        {act('One a bar', 'filter-outline', () => change(thinPartChords(id, part.id, 1)))}
        {act('One in two bars', 'filter-outline', () => change(thinPartChords(id, part.id, 2)))}
        {act('Hold the first', 'pan-horizontal', () => change(holdPartChord(id, part.id, first)))}
        {act('Over a pedal', 'arrow-collapse-down', () => change(pedalPartChords(id, part.id)))}
        {OTHER_CHORDS.map(([way, label]) => (
          <Fragment key={way}>
            {act(label, 'swap-horizontal', () => change(reharmonisePartChords(id, part.id, way)))}
          </Fragment>
        ))}
      </View>
      <Field
        label="Bars, as the chart writes them"
        accessibilityLabel="Bars, as the chart writes them"
        value={typed ?? textOf(own ?? chart, section, song)}
        onChangeText={setTyped}
        onSubmitEditing={write}
        {...said.field}
        autoCapitalize="none"
        autoCorrect={false}
      />
      {trouble ? (
        <Words id={said.id} role="alert" size="words" tone="warning">
          {trouble}
        </Words>
      ) : null}
      <View style={styles.acts}>
        <Button mode="contained" disabled={typed === null} style={styles.act} onPress={write}>
          Write them
        </Button>
        {own ? (
          <>
            {act("Make them the chart's", 'file-music-outline', () => {
              if (change(makePartChordsTheChart(id, part.id, `Of ${part.name}`))) openOver(null);
            })}
            {act('Follow the chart again', 'restore', () => change(letPartChordsGo(id, part.id)))}
          </>
        ) : null}
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  line: { gap: 2 },
  chords: { height: 34 },
  chord: {
    position: 'absolute',
    top: 0,
    height: 32,
    borderWidth: 1,
    borderRadius: 6,
    paddingLeft: 4,
    overflow: 'hidden',
    justifyContent: 'center',
  },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  act: { minHeight: 44, justifyContent: 'center' },
});
