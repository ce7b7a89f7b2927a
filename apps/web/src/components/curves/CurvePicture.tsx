import { memo, useMemo } from 'react';
import { LineChart } from 'react-native-chart-kit/v2';
import { usePalette } from '../../theme/usePalette';
import { chartLook } from './chartLook';
import type { CurvePoint } from './curve';

/** Where the values are drawn within the chart, px; what is drawn below it begins at its foot. */
export interface Plot {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Room for the values beside the axis, px. */
const LABELS = 24;

export interface CurvePictureProps {
  readonly words: string;
  readonly points: readonly CurvePoint[];
  readonly low: number;
  readonly high: number;
  readonly axisText: (value: number) => string;
  readonly placeText: (at: number) => string;
  readonly aimedAt: number | null;
  readonly width: number;
  readonly height: number;
  readonly isStepped: boolean;
  /** A touch shows the value there. */
  readonly isTouched: boolean;
  readonly onPlot: (plot: Plot) => void;
}

/** The curve itself with its axes: drawn anew where it is another one, and not with what lies over it. */
export const CurvePicture = memo(function CurvePicture(props: CurvePictureProps) {
  const { words, points, low, high, axisText, placeText, aimedAt, width, height, isStepped } = props;
  const { isTouched, onPlot } = props;
  const palette = usePalette();
  const theme = useMemo(() => chartLook(palette), [palette]);
  const data = useMemo(
    () =>
      points.map(({ at, value }) => ({
        at,
        value: value === null ? null : Math.max(low, Math.min(high, value)),
      })),
    [points, low, high],
  );
  return (
    <LineChart
      data={data}
      xKey="at"
      yKey="value"
      width={width}
      height={height}
      theme={theme}
      yDomain={[low, high]}
      yAxisLabelWidth={LABELS}
      formatYLabel={axisText}
      formatXLabel={(value) => placeText(Number(value))}
      labelStrategy="hide"
      curve={isStepped ? 'step' : 'linear'}
      area
      showDots={false}
      showHorizontalGridLines
      interaction={isTouched ? { mode: 'scrub', deselectOnOutsidePress: true } : 'none'}
      tooltip={isTouched}
      crosshair={isTouched}
      referenceLines={
        aimedAt === null
          ? []
          : [
              {
                y: aimedAt,
                label: 'aimed at',
                labelPosition: 'start',
                labelPlacement: 'above',
                color: palette.action,
                labelColor: palette.ink,
                strokeDasharray: [6, 4],
              },
            ]
      }
      onLayoutDebug={({ rects }) => {
        const plot = rects.find(({ kind }) => kind === 'plot');
        if (plot) onPlot(plot);
      }}
      accessibilityLabel={words}
    />
  );
});
