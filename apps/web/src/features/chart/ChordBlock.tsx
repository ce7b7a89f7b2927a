import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Polygon } from 'react-native-svg';
import { withoutBass } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyOf, romanNumeral } from '@backline/core/theory/key';
import { isByHand } from '@backline/core/edits/hand';
import { ChordSymbol } from '../../components/ChordSymbol';
import { usePalette } from '../../theme/usePalette';
import { FONT } from '../../theme/tokens';
import type { Fragment } from './layout';
import { Words } from '../../components/Words';

export interface ChordBlockProps {
  readonly fragment: Fragment;
  readonly height: number;
  readonly keyText: string;
  readonly playing: boolean;
  /** Whether the degree stands under the symbol, and what was set by hand is marked. */
  readonly degrees: boolean;
  /** Whether slash basses are written. */
  readonly basses: boolean;
}

const LEAN = 12;

/** ♭ and ♯ for the b and # of a numeral. */
export const numeralGlyphs = (numeral: string): string =>
  numeral
    .replace(/^b/, '♭')
    .replace(/^#/, '♯')
    .replace(/b(?=\d)/g, '♭')
    .replace(/#(?=\d)/g, '♯');

/** Whether a chord is drawn as it was: a section is laid out anew with every key, and most of it stays. */
function isDrawnAlike({ fragment: a, ...was }: ChordBlockProps, { fragment: b, ...now }: ChordBlockProps) {
  return (
    a.chord === b.chord &&
    a.left === b.left &&
    a.right === b.right &&
    a.begins === b.begins &&
    a.size === b.size &&
    was.height === now.height &&
    was.keyText === now.keyText &&
    was.playing === now.playing &&
    was.degrees === now.degrees &&
    was.basses === now.basses
  );
}

/** A chord as an object with a length; a pushed one leans over its bar line. */
export const ChordBlock = memo(function ChordBlock(props: ChordBlockProps) {
  const { fragment, height, keyText, playing, degrees, basses } = props;
  const palette = usePalette();
  const { chord, left, right, begins, size } = fragment;
  const width = right - left;
  const pushed = begins && (chord.anticipation ?? 0) > 0;
  const degree =
    degrees && chord.symbol && begins
      ? numeralGlyphs(romanNumeral(parseChord(chord.symbol), keyOf(keyText)))
      : '';
  const edge = pushed ? LEAN : 0;
  const points = `1,1 ${width - 1 + edge},1 ${width - 1 + edge},${height - 1} ${1 + edge},${height - 1}`;
  return (
    <View style={[styles.block, { left, width, height }]}>
      <Svg width={width + edge} height={height} style={[styles.shape, { left: -edge }]} aria-hidden>
        <Polygon
          points={points}
          fill={playing ? palette.playing : palette.raised}
          stroke={palette.line}
          strokeWidth={1.2}
          strokeLinejoin="round"
        />
      </Svg>
      <View style={styles.symbol}>
        <ChordSymbol
          symbol={basses || chord.symbol === null ? chord.symbol : withoutBass(chord.symbol)}
          keyText={keyText}
          size={begins ? size : Math.min(size, 16)}
          color={begins ? palette.ink : palette.quiet}
        />
      </View>
      {degrees && begins && isByHand(chord) ? (
        <View style={[styles.hand, { borderColor: palette.action }]} />
      ) : null}
      {degree ? (
        <Words tone="quiet" style={styles.degree} numberOfLines={1}>
          {degree}
        </Words>
      ) : null}
    </View>
  );
}, isDrawnAlike);

const styles = StyleSheet.create({
  block: { position: 'absolute', top: 0 },
  shape: { position: 'absolute', top: 0 },
  symbol: { position: 'absolute', left: 6, top: 4 },
  hand: {
    position: 'absolute',
    right: 5,
    bottom: 5,
    width: 9,
    height: 9,
    borderRadius: 5,
    borderWidth: 2.5,
  },
  degree: { position: 'absolute', left: 7, bottom: 4, right: 2, fontFamily: FONT.text, fontSize: 12 },
});
