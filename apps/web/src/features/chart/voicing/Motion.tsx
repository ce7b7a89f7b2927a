import { StyleSheet, View } from 'react-native';
import type { ChordVoicing } from '@backline/core/band/sectionVoicings';
import { totalMovement } from '@backline/core/voicing/describe';
import { ChordSymbol } from '../../../components/ChordSymbol';
import { usePalette } from '../../../theme/usePalette';
import { TYPE } from '../../../theme/styles';
import { VoiceLeadingPicture } from '../VoiceLeadingPicture';
import type { Fragment, Line } from '../layout';
import { Words } from '../../../components/Words';

export interface MotionProps {
  readonly voicings: readonly ChordVoicing[];
  /** The same chords with nothing set by hand, to compare with. */
  readonly auto: readonly ChordVoicing[];
  readonly index: number;
  readonly name: string;
}

/** Chords shown before and behind the one in hand. */
const BEFORE = 2;
const SHOWN = 5;
const WIDTH = 340;
const HEIGHT = 92;

const moved = (list: readonly ChordVoicing[]): number =>
  totalMovement(list.filter((v) => v.pitches.length).map((v) => v.pitches));

const semitones = (count: number): string => `${count} ${count === 1 ? 'semitone' : 'semitones'}`;

/** A stretch of chords as the threads draw it: all of one width. */
function lineOf(voicings: readonly ChordVoicing[], first: number): Line {
  const shown = voicings.slice(first, first + SHOWN);
  const width = WIDTH / Math.max(1, shown.length);
  const fragments = shown.map((v, i): Fragment => ({
    chord: {
      id: v.chordId,
      start: i,
      length: 1,
      symbol: v.symbol,
      ...(v.fixed ? { voicing: [...v.pitches] } : {}),
    },
    index: first + i,
    left: i * width,
    right: (i + 1) * width,
    begins: true,
    size: 14,
  }));
  return { firstBar: 0, bars: [], start: 0, length: shown.length, fragments };
}

/** How the voices go through the chords around the one in hand, and how far they move in all. */
export function Motion({ voicings, auto, index, name }: MotionProps) {
  const palette = usePalette();
  const first = Math.max(0, Math.min(index - BEFORE, voicings.length - SHOWN));
  const line = lineOf(voicings, first);
  const all = line.fragments.flatMap((f) => voicings[f.index]!.pitches);
  const [now, alone] = [moved(voicings), moved(auto)];
  const words =
    now === alone
      ? `Through ${name} the voices move ${semitones(now)} in all.`
      : `Through ${name} the voices move ${semitones(now)} in all; left to auto, ${alone}.`;
  return (
    <View>
      <View style={styles.row} aria-hidden>
        {line.fragments.map((f) => (
          <View key={f.index} style={[styles.name, { width: f.right - f.left }]}>
            <ChordSymbol
              symbol={f.chord.symbol}
              size={15}
              color={f.index === index ? palette.action : palette.quiet}
            />
          </View>
        ))}
      </View>
      <VoiceLeadingPicture
        line={line}
        width={WIDTH}
        height={HEIGHT}
        voicings={voicings.map((v) => v.pitches)}
        range={[Math.min(...all, 127), Math.max(...all, 0)]}
      />
      <Words style={styles.words}>{words}</Words>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', width: WIDTH },
  name: { height: 24, overflow: 'hidden' },
  words: TYPE.words,
});
