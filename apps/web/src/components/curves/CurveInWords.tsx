import { View } from 'react-native';
import { Words } from '../Words';
import { curveInWords, valuesOf } from './curve';
import type { SongCurveProps } from './SongCurve';

/** A curve where what draws it does not come: in words, with what lies over it. */
export function CurveInWords({ label, points, spans, text, width, height, over }: SongCurveProps) {
  return (
    <View style={{ width, minHeight: height }}>
      <Words size="words" tone="quiet">
        {curveInWords(label, valuesOf(points, spans), text)}
      </Words>
      {over?.({ x: 0, y: 0, width, height })}
    </View>
  );
}
