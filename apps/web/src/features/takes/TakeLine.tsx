import { useRef, useState, type PointerEvent } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import type { BandChord } from '@backline/core/band/index';
import type { KeptTakeNote } from '@backline/core/song/takeSchema';
import type { Stretch } from '@backline/core/timeline/stretches';
import { Words } from '../../components/Words';
import { TOUCH_SQUARE } from '../../theme/styles';
import { usePalette } from '../../theme/usePalette';
import type { Span } from './lanes';
import type { BarInRange } from './range';
import { TakePicture } from './TakePicture';

/** A take as it stands beside its line. */
export interface TakeMarkProps {
  readonly name: string;
  /** What is drawn of it: its number. */
  readonly mark: string;
  /** Whether it is what is played through all of the range. */
  readonly isWhole: boolean;
  readonly onPress: () => void;
}

/** The number of a take: a tap plays it through the whole range. */
export function TakeMark({ name, mark, isWhole, onPress }: TakeMarkProps) {
  const palette = usePalette();
  return (
    <Pressable
      role="button"
      aria-label={`Play ${name} in all of it`}
      aria-pressed={isWhole}
      onPress={onPress}
      style={[styles.mark, isWhole && { backgroundColor: palette.actionWash }]}
    >
      <Words size="strong">{mark}</Words>
    </Pressable>
  );
}

/** The way to what can be done with a take; a star where it has one. */
export function TakeMore({
  name,
  starred,
  onOpen,
}: {
  readonly name: string;
  readonly starred: boolean;
  readonly onOpen: () => void;
}) {
  return (
    <View style={styles.more}>
      <IconButton
        icon={starred ? 'star' : 'dots-vertical'}
        size={20}
        accessibilityLabel={`More of ${name}`}
        onPress={onOpen}
        style={TOUCH_SQUARE}
      />
    </View>
  );
}

export interface TakeLineProps {
  readonly kind: string;
  readonly name: string;
  /** A word of it that no other line has, for its bars. */
  readonly word: string;
  readonly starred: boolean;
  /** What is said of it in its picture, where that is more than its number. */
  readonly said?: string | undefined;
  readonly notes: readonly KeptTakeNote[];
  readonly chords: readonly BandChord[];
  readonly stretch: Stretch;
  readonly pitches: Span;
  readonly bars: readonly BarInRange[];
  /** By bar, whether it is this take that is played there. */
  readonly isPlayed: readonly boolean[];
  readonly width: number;
  /** Plays it through some of the bars, from one to another, both included. */
  readonly onChoose: (from: number, to: number) => void;
}

export const ROW = 58;

const percent = (share: number): `${number}%` => `${share * 100}%`;

/** A take, bar by bar: a tap plays it there, a finger drawn over several bars in all of them. */
export function TakeLine(props: TakeLineProps) {
  const { kind, name, word, starred, said, notes, chords, stretch, pitches, bars, isPlayed, width } = props;
  const { onChoose } = props;
  const palette = usePalette();
  const [drawn, setDrawn] = useState<readonly [from: number, to: number] | null>(null);
  const began = useRef<number | null>(null);
  const length = stretch.to - stretch.from;
  const barAt = ({ clientX, currentTarget }: PointerEvent<HTMLDivElement>): number => {
    const { left, width: wide } = currentTarget.getBoundingClientRect();
    const tick = stretch.from + ((clientX - left) / Math.max(1, wide)) * length;
    const found = bars.findLastIndex(({ from }) => from <= tick);
    return Math.max(0, found);
  };
  const isWhole = isPlayed.every(Boolean);
  return (
    <View
      role="group"
      aria-label={`${name}${starred ? ', starred' : ''}${isWhole ? ', played here' : ''}`}
      style={[styles.row, { borderColor: isWhole ? palette.action : palette.line }]}
    >
      <div
        style={{ position: 'relative', width, height: ROW, touchAction: 'pan-y' }}
        onPointerDown={(event) => {
          began.current = barAt(event);
        }}
        onPointerMove={(event) => {
          if (began.current === null) return;
          const at = barAt(event);
          if (at === began.current && !drawn) return;
          // From its second bar on it is a finger that draws, not one that taps.
          if (!event.currentTarget.hasPointerCapture(event.pointerId))
            event.currentTarget.setPointerCapture(event.pointerId);
          setDrawn([Math.min(began.current, at), Math.max(began.current, at)]);
        }}
        onPointerUp={() => {
          began.current = null;
          if (drawn) onChoose(...drawn);
          setDrawn(null);
        }}
        onPointerCancel={() => {
          began.current = null;
          setDrawn(null);
        }}
      >
        <View style={styles.picture} pointerEvents="none">
          <TakePicture {...{ kind, chords, notes, stretch, pitches, width }} height={ROW} />
          {said ? (
            <Words
              size="tiny"
              tone="quiet"
              numberOfLines={1}
              style={[styles.said, { backgroundColor: palette.paper }]}
            >
              {said}
            </Words>
          ) : null}
        </View>
        {bars.map(({ at, from, to, bar }, i) => {
          const isOn = isPlayed[i]!;
          const isDrawn = drawn !== null && i >= drawn[0] && i <= drawn[1];
          return (
            <Pressable
              key={at}
              id={`bar-${word}-${at}`}
              role="button"
              aria-label={`${name} in bar ${bar.index + 1} of ${bar.section}`}
              aria-pressed={isOn}
              onPress={() => onChoose(i, i)}
              style={[
                styles.bar,
                {
                  left: percent((from - stretch.from) / length),
                  width: percent((to - from) / length),
                  borderColor: isOn || isDrawn ? palette.action : palette.line,
                },
                isOn || isDrawn ? styles.on : null,
              ]}
            />
          );
        })}
      </div>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { borderWidth: 1, borderRadius: 10, overflow: 'hidden' },
  mark: { width: 44, height: ROW + 2, borderRadius: 10, alignItems: 'center', justifyContent: 'center' },
  more: { height: ROW + 2, justifyContent: 'center' },
  picture: { position: 'absolute', top: 0, left: 0 },
  said: { position: 'absolute', top: 1, left: 4, maxWidth: '70%', paddingHorizontal: 3, opacity: 0.9 },
  bar: { position: 'absolute', top: 0, height: ROW, borderLeftWidth: 1 },
  on: { borderWidth: 1.5, borderRadius: 8 },
});
