import { memo, useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import type { PagePart } from '../../shared/sentBand';
import { usePalette } from '../../theme/usePalette';
import { FONT, needsEdge, partInk } from '../../theme/tokens';
import { strokesOf } from './weave';
import { Words } from '../../components/Words';

export interface WeaveCellProps {
  readonly part: PagePart;
  readonly from: number;
  readonly to: number;
  readonly width: number;
  readonly height: number;
  readonly label: string;
}

/** Least distance of two strokes, px. */
const LEAST_APART = 4;

/** The part's real rhythm as upright strokes along the section, as tall as they are strong; bare where it rests. */
export const WeaveCell = memo(function WeaveCell({ part, from, to, width, height, label }: WeaveCellProps) {
  const palette = usePalette();
  const path = useMemo(() => {
    const strokes = strokesOf(part, from, to, LEAST_APART / width);
    const lines = strokes.map(({ at, strength }) => {
      const x = (2 + at * (width - 4)).toFixed(1);
      return `M${x},${height - 2}V${(height - 2 - strength * (height - 6)).toFixed(1)}`;
    });
    return lines.join('');
  }, [part, from, to, width, height]);
  return (
    <View style={{ width, height }}>
      <Svg width={width} height={height} aria-hidden>
        {needsEdge(part.kind, palette) ? <Path d={path} stroke={palette.ink} strokeWidth={2.6} /> : null}
        <Path d={path} stroke={partInk(part.kind, palette)} strokeWidth={1.6} />
      </Svg>
      {label ? (
        <Words style={[styles.label, { backgroundColor: palette.raised }]} numberOfLines={1}>
          {label}
        </Words>
      ) : null}
    </View>
  );
});

const styles = StyleSheet.create({
  label: {
    position: 'absolute',
    left: 3,
    top: 1,
    fontFamily: FONT.text,
    fontSize: 12,
    paddingHorizontal: 3,
    borderRadius: 4,
  },
});
