import { memo } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { spokenChord } from '@backline/core/theory/speech';
import { LIMITS } from '@backline/core/song/limits';
import type { ChordEvent } from '@backline/core/song/schema';
import type { Bar } from '@backline/core/time/bars';
import { beatPosition, slotsOf } from '@backline/core/time/beats';
import { ChordSymbol } from '../../../components/ChordSymbol';
import { usePalette } from '../../../theme/usePalette';
import { TOUCH_SQUARE, TYPE } from '../../../theme/styles';
import { selectBar } from '../../../state/selection';
import type { Place } from './entry';
import { Words } from '../../../components/Words';

const HEIGHT = 46;

/** Where entry can stand in a bar: on its beats, and where a chord begins between them. Ticks of the section. */
function placesIn(bar: Bar, chords: readonly ChordEvent[]): number[] {
  const beats = slotsOf(bar).map((slot) => bar.start + slot);
  const begins = chords.map((c) => c.start).filter((start) => start >= bar.start);
  return [...new Set([...beats, ...begins])].sort((a, b) => a - b);
}

interface ArrowProps {
  readonly icon: string;
  readonly label: string;
  readonly section: string;
  /** The bar that is then in hand, 0-based. */
  readonly to: number;
  readonly off: boolean;
}

const Arrow = memo(function Arrow({ icon, label, section, to, off }: ArrowProps) {
  return (
    <IconButton
      icon={icon}
      accessibilityLabel={label}
      disabled={off}
      onPress={() => selectBar(section, to)}
      style={styles.arrow}
    />
  );
});

/** The bar in hand, beat by beat, its chords over the beats they last; a tap moves entry to a beat. */
export function PlaceStrip({ place }: { place: Place }) {
  const palette = usePalette();
  const { section, index, bar, tick, chords, isNew } = place;
  const end = bar.start + bar.length;
  const here = chords.filter((c) => c.start < end && c.start + c.length > bar.start);
  const places = placesIn(bar, here);
  const sounding = (at: number) => here.findLast((c) => c.start <= at) ?? here[0];
  const spoken = (at: number): string => {
    const symbol = sounding(at)?.symbol ?? null;
    const beat = Math.round(beatPosition(bar, at) * 100) / 100 + 1;
    return `Beat ${beat}: ${symbol === null ? 'no chord' : spokenChord(parseChord(symbol))}`;
  };
  const arrow = (icon: string, label: string, to: number) => (
    <Arrow
      section={section.id}
      off={to < 0 || to > section.bars || to >= LIMITS.barsPerSection}
      {...{ icon, label, to }}
    />
  );
  return (
    <View style={styles.row}>
      {arrow('chevron-left', 'Bar before', index - 1)}
      <View style={styles.middle}>
        <Words aria-hidden numberOfLines={1} tone="quiet" style={styles.title}>
          {`${section.name}, bar ${index + 1}${isNew ? ': new' : ''}`}
        </Words>
        <View style={[styles.bar, { borderColor: palette.line, backgroundColor: palette.paper }]}>
          {here.map((chord) => {
            const from = Math.max(chord.start, bar.start);
            return (
              <View
                key={chord.id}
                style={[
                  styles.chord,
                  {
                    left: `${((from - bar.start) / bar.length) * 100}%`,
                    borderColor: chord.start > bar.start ? palette.quiet : 'transparent',
                  },
                ]}
              >
                <ChordSymbol
                  symbol={chord.symbol}
                  keyText={bar.key}
                  size={chord.start < bar.start ? 14 : 21}
                  color={chord.start < bar.start ? palette.quiet : palette.ink}
                />
              </View>
            );
          })}
          {places.map((at, i) => {
            const to = places[i + 1] ?? end;
            const chosen = tick >= at && tick < to;
            return (
              <Pressable
                key={at}
                role="button"
                aria-pressed={chosen}
                aria-label={spoken(at)}
                onPress={() => selectBar(section.id, index, at - bar.start)}
                style={[
                  styles.beat,
                  {
                    flexGrow: to - at,
                    borderBottomColor: chosen ? palette.action : palette.line,
                    borderBottomWidth: chosen ? 4 : 2,
                  },
                ]}
              />
            );
          })}
        </View>
      </View>
      {arrow('chevron-right', 'Bar after', index + 1)}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center' },
  middle: { flex: 1, minWidth: 0, paddingTop: 4 },
  title: { ...TYPE.tiny, lineHeight: 14, paddingLeft: 2 },
  arrow: TOUCH_SQUARE,
  bar: { height: HEIGHT, flexDirection: 'row', borderWidth: 1, borderRadius: 8, overflow: 'hidden' },
  chord: { position: 'absolute', top: 0, bottom: 0, paddingLeft: 6, paddingTop: 6, borderLeftWidth: 1.5 },
  beat: { flexBasis: 0, height: HEIGHT - 2 },
});
