import { useCallback, useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { BandBar, BandChord } from '@backline/core/band/index';
import type { Part } from '@backline/core/song/schema';
import type { KeptTakeNote, Take } from '@backline/core/song/takeSchema';
import { takeName, takeNumber } from '@backline/core/takes/listed';
import { notesInPlaces, takeAt, type StretchInPlaying } from '@backline/core/takes/places';
import type { Stretch } from '@backline/core/timeline/stretches';
import { usePlayer } from '../../audio/player';
import { usePosition } from '../../audio/usePosition';
import { ChordSymbol, symbolWidth } from '../../components/ChordSymbol';
import { usePalette } from '../../theme/usePalette';
import { pitchesOf } from './lanes';
import { barsIn } from './range';
import { choose, hearRange } from './session';
import { ROW, TakeLine, TakeMark, TakeMore } from './TakeLine';

/** What stands at both sides of a line: its mark and its button. */
const SIDES = 44 + 44 + 4 + 2;
/** Least width of a bar, px. */
const LEAST_BAR = 32;
/** Height of the chords over the takes, and room between takes, px. */
const HEAD = 24;
const BETWEEN = 6;

export interface TakeListProps {
  readonly part: Part;
  readonly takes: readonly Take[];
  readonly own: readonly KeptTakeNote[];
  readonly stretch: Stretch;
  readonly places: readonly StretchInPlaying[];
  readonly bars: readonly BandBar[];
  readonly chords: readonly BandChord[];
  readonly by: (take: Take) => string;
  readonly onOpen: (take: string) => void;
}

/** The takes of the range as lines under its chords, first what the part plays without one. */
export function TakeList(props: TakeListProps) {
  const { part, takes, own, stretch, places, chords, by, onOpen } = props;
  const [width, setWidth] = useState(0);
  const bars = useMemo(() => barsIn(props.bars, stretch), [props.bars, stretch]);
  const notes = useMemo(() => takes.map((take) => notesInPlaces(take, places)), [takes, places]);
  const pitches = useMemo(() => pitchesOf([own, ...notes]), [own, notes]);
  const within = useMemo(
    () => chords.filter(({ start, duration }) => start < stretch.to && start + duration > stretch.from),
    [chords, stretch],
  );
  const played = bars.map(({ from }) => takeAt(part, places, from));
  // Many bars are wider than the page: they are drawn past it.
  const line = Math.max(0, width - SIDES, bars.length * LEAST_BAR);
  const through = (from: number, to: number): Stretch => ({ from: bars[from]!.from, to: bars[to]!.to });
  const row = { kind: part.kind, chords: within, stretch, pitches, bars, width: line };
  const take = (id: string | null) => (from: number, to: number) => {
    choose(id, through(from, to));
    const { playing, starting } = usePlayer.getState();
    if (!playing && !starting) hearRange();
  };
  const all = [
    { id: null, name: `${part.name} without a take`, mark: '·', starred: false, said: undefined, notes: own },
    ...takes.map((one, i) => ({
      id: one.id,
      name: takeName(part, one.id),
      mark: String(takeNumber(part, one.id)),
      starred: one.starred ?? false,
      said: one.name ?? (one.player ? by(one) : undefined),
      notes: notes[i]!,
    })),
  ];
  return (
    <View style={styles.list} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      <View style={styles.marks}>
        {all.map(({ id, name, mark }) => (
          <TakeMark
            key={mark}
            {...{ name, mark }}
            isWhole={played.every((one) => one === id)}
            onPress={() => take(id)(0, bars.length - 1)}
          />
        ))}
      </View>
      {width > 0 ? (
        <ScrollView horizontal contentContainerStyle={styles.lines}>
          <Heading {...{ stretch }} chords={within} width={line} />
          {all.map(({ id, mark, ...one }) => (
            <TakeLine
              key={mark}
              {...row}
              {...one}
              word={mark}
              isPlayed={played.map((other) => other === id)}
              onChoose={take(id)}
            />
          ))}
          <Hand {...{ stretch }} width={line} />
        </ScrollView>
      ) : null}
      <View style={styles.marks}>
        <View style={styles.none} />
        {all.map(({ id, name, mark, starred }) =>
          id === null ? null : <TakeMore key={mark} {...{ name, starred }} onOpen={() => onOpen(id)} />,
        )}
      </View>
    </View>
  );
}

/** Sizes of a chord's letter over the takes, px: as large as there is room for. */
const SIZES = [15, 12, 10] as const;
const sizeWithin = (symbol: string | null, room: number): number =>
  SIZES.find((size) => symbolWidth(symbol, size) <= room) ?? SIZES[SIZES.length - 1]!;

/** The chords over the takes. */
function Heading({
  stretch,
  chords,
  width,
}: {
  readonly stretch: Stretch;
  readonly chords: readonly BandChord[];
  readonly width: number;
}) {
  const palette = usePalette();
  const xOf = (tick: number): number => ((tick - stretch.from) / (stretch.to - stretch.from)) * width;
  return (
    <View style={[styles.chords, { width }]}>
      {chords.map(({ symbol, start, duration, chordId }) => {
        const left = xOf(Math.max(start, stretch.from));
        const room = xOf(Math.min(start + duration, stretch.to)) - left - 2;
        return (
          <View key={`${chordId} ${start}`} style={[styles.chord, { left, width: room }]}>
            <ChordSymbol symbol={symbol} size={sizeWithin(symbol, room)} color={palette.ink} />
          </View>
        );
      })}
    </View>
  );
}

/** Where the song is, over all takes. */
function Hand({ stretch: { from, to }, width }: { readonly stretch: Stretch; readonly width: number }) {
  const palette = usePalette();
  const read = useCallback(
    (tick: number) => (tick < from || tick >= to ? -1 : Math.round(((tick - from) / (to - from)) * width)),
    [from, to, width],
  );
  const x = usePosition(read);
  return x < 0 ? null : (
    <View pointerEvents="none" style={[styles.hand, { left: x, backgroundColor: palette.action }]} />
  );
}

const styles = StyleSheet.create({
  list: { flexDirection: 'row', gap: 2, minHeight: HEAD + ROW },
  marks: { gap: BETWEEN, paddingTop: HEAD + BETWEEN },
  none: { height: ROW + 2 },
  lines: { flexDirection: 'column', gap: BETWEEN },
  chords: { height: HEAD },
  chord: { position: 'absolute', top: 2, height: 22, overflow: 'hidden', justifyContent: 'flex-end' },
  hand: { position: 'absolute', top: HEAD, bottom: 0, width: 2 },
});
