import { useEffect, useMemo, useRef } from 'react';
import { FlatList, Pressable, StyleSheet, View } from 'react-native';
import type { BandBar } from '@backline/core/band/index';
import type { Part, Song } from '@backline/core/song/schema';
import { takeName, takeNumber } from '@backline/core/takes/listed';
import { placesOf, takeAt } from '@backline/core/takes/places';
import { occurrencesOf, type PlayedOccurrence } from '../../shared/occurrences';
import { Words } from '../../components/Words';
import { usePalette } from '../../theme/usePalette';

/** Width of a bar and height of the strip, px. */
const BAR = 44;
const HEIGHT = 44;
const BETWEEN = 6;

export interface CompStripProps {
  readonly song: Song;
  readonly part: Part;
  readonly bars: readonly BandBar[];
  /** Bars in hand, from one to before another, by their numbers in the song. */
  readonly from: number;
  readonly to: number;
  readonly onTake: (bar: number) => void;
}

/** The whole song bar by bar: from which take each comes. A tap takes the bars from there on in hand. */
export function CompStrip({ song, part, bars, from, to, onTake }: CompStripProps) {
  const list = useRef<FlatList<PlayedOccurrence>>(null);
  const playings = useMemo(() => occurrencesOf(bars), [bars]);
  const firsts = useMemo(
    () => playings.map((_, i) => playings.slice(0, i).reduce((sum, one) => sum + one.bars.length, 0)),
    [playings],
  );
  const widthOf = (i: number): number => playings[i]!.bars.length * BAR + BETWEEN;
  const leftOf = (i: number): number => (firsts[i] ?? 0) * BAR + i * BETWEEN;
  const own = Math.max(
    0,
    firsts.findLastIndex((first) => first <= from),
  );
  const left = leftOf(own) + (from - (firsts[own] ?? 0)) * BAR;
  // The bars in hand are in sight, with those before them.
  useEffect(() => {
    list.current?.scrollToOffset({ offset: Math.max(0, left - 2 * BAR), animated: true });
  }, [left]);
  return (
    <FlatList
      ref={list}
      horizontal
      role="group"
      aria-label={`Which take of ${part.name} each bar comes from`}
      data={playings}
      keyExtractor={({ occurrenceKey }) => occurrenceKey}
      getItemLayout={(_, index) => ({ length: widthOf(index), offset: leftOf(index), index })}
      initialNumToRender={4}
      windowSize={5}
      style={styles.list}
      extraData={[part.comp, from, to]}
      renderItem={({ item, index }) => (
        <Playing {...{ song, part, from, to, onTake }} playing={item} first={firsts[index]!} />
      )}
    />
  );
}

type PlayingProps = Omit<CompStripProps, 'bars'> & {
  readonly playing: PlayedOccurrence;
  /** The number of its first bar in the song. */
  readonly first: number;
};

function Playing({ song, part, playing, first, from, to, onTake }: PlayingProps) {
  const palette = usePalette();
  const { bars, name } = playing;
  const last = bars[bars.length - 1]!;
  const places = placesOf(song, bars, { from: bars[0]!.start, to: last.start + last.length });
  return (
    <View style={styles.playing}>
      <Words size="tiny" tone="quiet" numberOfLines={1} aria-hidden>
        {name}
      </Words>
      <View style={styles.bars}>
        {bars.map((bar, i) => {
          const at = first + i;
          const take = takeAt(part, places, bar.start);
          const isIn = at >= from && at < to;
          const of = take === null ? 'without a take' : `from ${takeName(part, take)}`;
          return (
            <Pressable
              key={bar.start}
              role="button"
              aria-label={`${name}, bar ${bar.index + 1}, ${of}${isIn ? ', in hand' : ''}`}
              onPress={() => onTake(at)}
              style={[
                styles.bar,
                {
                  backgroundColor: take === null ? palette.sunken : palette.actionWash,
                  borderColor: isIn ? palette.action : palette.line,
                },
                isIn && styles.isIn,
              ]}
            >
              <Words size="tiny">{take === null ? '' : String(takeNumber(part, take))}</Words>
            </Pressable>
          );
        })}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  list: { flexGrow: 0, minHeight: HEIGHT + 20 },
  playing: { paddingRight: BETWEEN },
  bars: { flexDirection: 'row' },
  bar: {
    width: BAR,
    height: HEIGHT,
    borderWidth: 1,
    borderRadius: 8,
    alignItems: 'center',
    justifyContent: 'center',
  },
  isIn: { borderWidth: 2 },
});
