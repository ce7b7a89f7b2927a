import { useMemo, useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { LineChart } from 'react-native-chart-kit/v2';
import { usePalette } from '../../theme/usePalette';
import { Fold } from '../Fold';
import { chartLook } from './chartLook';
import { curveInWords, valuesOf, type CurvePoint, type CurveSpan } from './curve';
import { CurveTable } from './CurveTable';
import { Words } from '../Words';

/** Where the values are drawn within the chart, px. */
export interface Plot {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface SongCurveProps {
  /** What it shows: "Loudness over the song". */
  readonly label: string;
  /** In order, two at least for a curve. */
  readonly points: readonly CurvePoint[];
  readonly spans: readonly CurveSpan[];
  readonly low: number;
  readonly high: number;
  readonly text: (value: number) => string;
  /** A value as the axis has it. */
  readonly axisText: (value: number) => string;
  /** Where a point is, for who touches it: "0:42", "bar 12". */
  readonly placeText: (at: number) => string;
  /** What is said beside the way to the table, in place of the label. */
  readonly facts?: string;
  /** Of the heading of its table. */
  readonly level?: 2 | 3;
  readonly aimedAt?: { readonly value: number; readonly label: string };
  readonly width: number;
  readonly height: number;
  /** True where each value holds until the next one. */
  readonly isStepped?: boolean;
  /** What lies over the plot, and takes the touches; without it a touch shows the value. */
  readonly over?: (plot: Plot) => ReactNode;
}

/** Room below the plot for the names of the sections, px. */
const NAMES = 18;
/** A section narrower than this has no room for its name, px. */
const NAMED = 28;
/** Room for the values beside the axis, px. */
const LABELS = 24;
/** The chart leaves so much above its plot, px, which nothing stands in. */
const ABOVE = 10;

/** A value over the song: with axes, its sections marked, its value at a touch, in words and as a table. */
export function SongCurve(props: SongCurveProps) {
  const { label, points, spans, low, high, text, axisText, placeText, aimedAt, width, height, over } = props;
  const palette = usePalette();
  const [plot, setPlot] = useState<Plot | null>(null);
  const [asTable, setAsTable] = useState(false);
  const theme = useMemo(() => chartLook(palette), [palette]);
  const data = useMemo(
    () =>
      points.map(({ at, value }) => ({
        at,
        value: value === null ? null : Math.max(low, Math.min(high, value)),
      })),
    [points, low, high],
  );
  const words = curveInWords(label, points, spans, text);
  const [first, last] = [points[0]?.at ?? 0, points.at(-1)?.at ?? 1];
  const x = (at: number): number =>
    plot
      ? plot.x + ((Math.max(first, Math.min(last, at)) - first) / Math.max(1e-9, last - first)) * plot.width
      : 0;
  if (points.length < 2)
    return (
      <Words size="words" tone="quiet">
        {words}
      </Words>
    );
  return (
    <View style={styles.curve}>
      <View style={{ width, height: height + NAMES }}>
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
          curve={props.isStepped ? 'step' : 'linear'}
          area
          showDots={false}
          showHorizontalGridLines
          decimation={false}
          interaction={over ? 'none' : { mode: 'scrub', deselectOnOutsidePress: true }}
          tooltip={!over}
          crosshair={!over}
          referenceLines={
            aimedAt
              ? [
                  {
                    y: aimedAt.value,
                    label: aimedAt.label,
                    labelPosition: 'start',
                    labelPlacement: 'above',
                    color: palette.action,
                    labelColor: palette.ink,
                    strokeDasharray: [6, 4],
                  },
                ]
              : []
          }
          onLayoutDebug={({ rects }) => {
            const found = rects.find(({ kind }) => kind === 'plot');
            if (
              found &&
              !(plot && found.x === plot.x && found.width === plot.width && found.height === plot.height)
            )
              setPlot({ x: found.x, y: found.y, width: found.width, height: found.height });
          }}
          accessibilityLabel={words}
        />
        {plot
          ? spans.map(({ id, name, from, until }) => (
              <View
                key={id}
                aria-hidden
                style={[
                  styles.span,
                  {
                    left: x(from),
                    top: plot.y,
                    width: x(until) - x(from),
                    height: height - plot.y + NAMES,
                    borderColor: palette.quiet,
                  },
                ]}
              >
                {x(until) - x(from) > NAMED ? (
                  <Words numberOfLines={1} size="tiny" style={styles.name}>
                    {name}
                  </Words>
                ) : null}
              </View>
            ))
          : null}
        {plot && over ? over(plot) : null}
      </View>
      <Fold
        title="As a table"
        level={props.level}
        facts={props.facts ?? label}
        open={asTable}
        onTurn={() => setAsTable(!asTable)}
      >
        <CurveTable
          label={label}
          columns={['Section', 'Mean', 'Lowest', 'Highest']}
          rows={valuesOf(points, spans).map(({ id, name, mean, lowest, highest }) => ({
            id,
            cells: [name, text(mean), text(lowest), text(highest)],
          }))}
        />
      </Fold>
    </View>
  );
}

const styles = StyleSheet.create({
  curve: { gap: 2, marginTop: -ABOVE },
  span: { position: 'absolute', borderLeftWidth: 1, justifyContent: 'flex-end', pointerEvents: 'none' },
  name: { paddingLeft: 2 },
});
