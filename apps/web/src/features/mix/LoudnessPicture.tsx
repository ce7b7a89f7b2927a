import { StyleSheet, Text, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import type { Measured } from '../../workers/audioFiles';
import { TYPE } from '../../theme/styles';
import { usePalette } from '../../theme/usePalette';
import { loudnessText } from '../part/decibels';

const HEIGHT = 64;
const WIDTH = 320;
/** LUFS at the bottom and the top of the picture. */
const [LOWEST, HIGHEST] = [-36, -8];

const yOf = (lufs: number): number =>
  HEIGHT - (HEIGHT * (Math.max(LOWEST, Math.min(HIGHEST, lufs)) - LOWEST)) / (HIGHEST - LOWEST);

export interface LoudnessPictureProps {
  readonly measured: Measured;
  /** LUFS. */
  readonly target: number;
}

/** Loudness over the song, three seconds at a time, against what is aimed at. */
export function LoudnessPicture({ measured, target }: LoudnessPictureProps) {
  const palette = usePalette();
  const { course, loudness } = measured;
  const heard = course.filter(Number.isFinite);
  const step = WIDTH / Math.max(1, course.length);
  const tops = course.map((lufs, i) => {
    const y = yOf(Number.isFinite(lufs) ? lufs : LOWEST).toFixed(1);
    return `L${(i * step).toFixed(1)},${y}L${((i + 1) * step).toFixed(1)},${y}`;
  });
  const words = heard.length
    ? `Loudness over the song, from ${loudnessText(Math.min(...heard))} to ${loudnessText(Math.max(...heard))}, on the whole ${loudnessText(loudness)}`
    : 'Loudness over the song: it is too short to tell';
  return (
    <View role="img" aria-label={words} style={styles.picture}>
      <Svg width="100%" height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none">
        <Path
          d={`M0,${HEIGHT}${tops.join('')}L${WIDTH},${HEIGHT}Z`}
          fill={palette.quiet}
          fillOpacity={0.35}
        />
        <Path
          d={`M0,${yOf(target)}H${WIDTH}`}
          stroke={palette.action}
          strokeWidth={1.5}
          strokeDasharray="6 4"
          vectorEffect="non-scaling-stroke"
        />
      </Svg>
      <Text aria-hidden style={[TYPE.tiny, { color: palette.quiet }]}>
        Shade: how loud it is through the song. Dashes: the loudness aimed at.
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({ picture: { gap: 4 } });
