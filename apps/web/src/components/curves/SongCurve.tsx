import { useCallback, useMemo, useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { usePalette } from '../../theme/usePalette';
import { Fold } from '../Fold';
import { Words } from '../Words';
import { curveInWords, valuesOf, type CurvePoint, type CurveSpan } from './curve';
import { CurvePicture, type Plot } from './CurvePicture';
import { CurveTable } from './CurveTable';

export interface SongCurveProps {
  /** What it shows: "Loudness over the song". */
  readonly label: string;
  /** In order, two at least for a curve. */
  readonly points: readonly CurvePoint[];
  /** In order, one after another. */
  readonly spans: readonly CurveSpan[];
  readonly low: number;
  readonly high: number;
  readonly text: (value: number) => string;
  /** A value as the axis has it. Like all that is given here it stays the same from one drawing to the next. */
  readonly axisText: (value: number) => string;
  /** Where a point is, for who touches it: "0:42". */
  readonly placeText?: (at: number) => string;
  /** What is said beside the way to the table, in place of the label. */
  readonly facts?: string;
  /** Of the heading of its table. */
  readonly level?: 2 | 3;
  /** The value that is aimed at. */
  readonly aimedAt?: number;
  readonly width: number;
  readonly height: number;
  /** True where each value holds until the next one. */
  readonly isStepped?: boolean;
  /** What lies over the plot and the names below it, and takes the touches; without it a touch shows the value. */
  readonly over?: (plot: Plot) => ReactNode;
}

/** Room below the plot for the names of the sections, px. */
const NAMES = 18;
/** A section narrower than this has no room for its name, px. */
const NAMED = 28;
/** The chart leaves so much above its plot, px, which nothing stands in. */
const ABOVE = 10;
/** So many rows of the table are shown. */
const ROWS = 100;

const nowhere = (): string => '';

interface SpansProps {
  readonly spans: readonly CurveSpan[];
  /** Where a place of the song is, px from the left. */
  readonly x: (at: number) => number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Where the sections begin, and their names where there is room: one stroke for all, however many they are. */
function Spans({ spans, x, top, width, height }: SpansProps) {
  const palette = usePalette();
  const edges = spans.map(({ from }) => `M${x(from).toFixed(1)},${top}V${height}`).join('');
  return (
    <>
      <Svg width={width} height={height} aria-hidden style={styles.over}>
        <Path d={edges} stroke={palette.quiet} strokeWidth={1} />
      </Svg>
      {spans
        .map(({ id, name, from, until }) => ({ id, name, left: x(from), width: x(until) - x(from) }))
        .filter((span) => span.width > NAMED)
        .map(({ id, name, ...place }) => (
          <Words
            key={id}
            aria-hidden
            numberOfLines={1}
            size="tiny"
            style={[styles.over, styles.name, place, { top: height - NAMES }]}
          >
            {name}
          </Words>
        ))}
    </>
  );
}

/** A value over the song: with axes, its sections marked, its value at a touch, in words and as a table. */
export function SongCurve(props: SongCurveProps) {
  const { label, points, spans, text, axisText, placeText = nowhere, width, height, over } = props;
  const [plot, setPlot] = useState<Plot | null>(null);
  const [asTable, setAsTable] = useState(false);
  const values = useMemo(() => valuesOf(points, spans), [points, spans]);
  const words = useMemo(() => curveInWords(label, values, text), [label, values, text]);
  const onPlot = useCallback(
    ({ x, y, width: across, height: high }: Plot) =>
      setPlot((was) =>
        was && was.x === x && was.y === y && was.width === across && was.height === high
          ? was
          : { x, y, width: across, height: high },
      ),
    [],
  );
  if (points.length < 2)
    return (
      <Words size="words" tone="quiet">
        {words}
      </Words>
    );
  const [first, last] = [points[0]!.at, points[points.length - 1]!.at];
  const xIn = ({ x, width: across }: Plot, at: number): number =>
    x + ((Math.max(first, Math.min(last, at)) - first) / (last - first)) * across;
  return (
    <View style={styles.curve}>
      <View style={{ width, height: height + NAMES }}>
        <CurvePicture
          {...{ words, points, axisText, placeText, width, height, onPlot }}
          low={props.low}
          high={props.high}
          aimedAt={props.aimedAt ?? null}
          isStepped={props.isStepped ?? false}
          isTouched={!over}
        />
        {plot ? (
          <>
            <Spans
              spans={spans}
              x={(at) => xIn(plot, at)}
              top={plot.y}
              width={width}
              height={height + NAMES}
            />
            {over?.({ ...plot, height: height + NAMES - plot.y })}
          </>
        ) : null}
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
          rows={values.slice(0, ROWS).map(({ id, name, mean, lowest, highest }) => ({
            id,
            cells: [name, text(mean), text(lowest), text(highest)],
          }))}
        />
        {values.length > ROWS ? (
          <Words size="words" tone="quiet">{`and ${values.length - ROWS} more.`}</Words>
        ) : null}
      </Fold>
    </View>
  );
}

const styles = StyleSheet.create({
  curve: { gap: 2, marginTop: -ABOVE },
  over: { position: 'absolute', left: 0, top: 0, pointerEvents: 'none' },
  name: { paddingLeft: 2 },
});
