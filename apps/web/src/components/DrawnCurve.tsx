import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { usePalette } from '../theme/usePalette';
import { Words } from './Words';

export interface DrawnCurveProps {
  readonly label: string;
  /** Percent from 0 to 100, evenly from the beginning to the end. */
  readonly points: readonly number[];
  /** What its highest and its lowest are, and what it goes through. */
  readonly high: string;
  readonly low: string;
  readonly through: string;
  /** Called where the line comes to rest. */
  readonly onChange: (points: number[]) => void;
}

const HEIGHT = 120;
/** Room above the highest and below the lowest, px. */
const EDGE = 10;
const STEP = 5;

const bounded = (percent: number): number => Math.min(100, Math.max(0, Math.round(percent / STEP) * STEP));

/** By how much a key moves a point; Home and End take it to the edge. */
const KEYS: Readonly<Record<string, number>> = {
  ArrowUp: STEP,
  ArrowDown: -STEP,
  PageUp: 4 * STEP,
  PageDown: -4 * STEP,
  Home: -100,
  End: 100,
};

interface Spot {
  readonly at: number;
  readonly percent: number;
}

/** Points with those that a finger passed on its way from one spot to another. */
function drawnOver(points: readonly number[], from: Spot, to: Spot): number[] {
  const [a, b] = from.at <= to.at ? [from, to] : [to, from];
  return points.map((one, i) => {
    if (i === to.at) return to.percent;
    if (i < a.at || i > b.at) return one;
    return bounded(a.percent + ((b.percent - a.percent) * (i - a.at)) / (b.at - a.at));
  });
}

/** The line from the left edge to the right, in a field of 100 by {@link HEIGHT}. */
function wayOf(points: readonly number[]): string {
  const y = (percent: number): number => EDGE + ((HEIGHT - 2 * EDGE) * (100 - percent)) / 100;
  const x = (i: number): number => ((i + 0.5) * 100) / points.length;
  const inner = points.map((percent, i) => `L${x(i)} ${y(percent)}`).join(' ');
  return `M0 ${y(points[0]!)} ${inner} L100 ${y(points[points.length - 1]!)}`;
}

/** A line drawn with a finger; each of its points is a slider for whoever goes by key. */
export function DrawnCurve({ label, points, high, low, through, onChange }: DrawnCurveProps) {
  const palette = usePalette();
  const field = useRef<HTMLDivElement>(null);
  /** Where the finger is on the line; null at rest. */
  const last = useRef<Spot | null>(null);
  const line = useRef<readonly number[]>(points);
  /** The line while it is drawn; null at rest. */
  const [drawn, setDrawn] = useState<readonly number[] | null>(null);
  const shown = drawn ?? points;
  const under = (event: PointerEvent): Spot => {
    const { left, top, width, height } = field.current!.getBoundingClientRect();
    const at = Math.floor(((event.clientX - left) / width) * points.length);
    return {
      at: Math.min(points.length - 1, Math.max(0, at)),
      percent: bounded(100 * (1 - (event.clientY - top - EDGE) / (height - 2 * EDGE))),
    };
  };
  const begin = (event: PointerEvent): void => {
    // One finger draws.
    if (last.current || !event.isPrimary) return;
    event.currentTarget.setPointerCapture?.(event.pointerId);
    line.current = points;
    last.current = under(event);
    go(event);
  };
  const go = (event: PointerEvent): void => {
    if (!last.current || !event.isPrimary) return;
    const spot = under(event);
    line.current = drawnOver(line.current, last.current, spot);
    last.current = spot;
    setDrawn(line.current);
  };
  const end = (isMeant: boolean): void => {
    if (!last.current) return;
    last.current = null;
    setDrawn(null);
    if (isMeant && line.current.some((one, i) => one !== points[i])) onChange([...line.current]);
  };
  const press = (event: KeyboardEvent, at: number): void => {
    const by = KEYS[event.key];
    if (by === undefined || event.altKey || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    event.stopPropagation();
    const to = bounded(points[at]! + by);
    if (to !== points[at]) onChange(points.map((one, i) => (i === at ? to : one)));
  };
  const way = wayOf(shown);
  return (
    <View role="group" aria-label={label} style={styles.all}>
      <Words size="words" tone="quiet" aria-hidden>
        {high}
      </Words>
      <div
        ref={field}
        style={{ ...FIELD, border: `1px solid ${palette.line}`, backgroundColor: palette.raised }}
        onPointerDown={begin}
        onPointerMove={go}
        onPointerUp={() => end(true)}
        onPointerCancel={() => end(false)}
      >
        <Svg
          width="100%"
          height={HEIGHT}
          viewBox={`0 0 100 ${HEIGHT}`}
          preserveAspectRatio="none"
          style={StyleSheet.absoluteFill}
          aria-hidden
        >
          <Path d={`${way} L100 ${HEIGHT} L0 ${HEIGHT} Z`} fill={palette.actionWash} />
          <Path
            d={way}
            fill="none"
            stroke={palette.action}
            strokeWidth={3}
            vectorEffect="non-scaling-stroke"
          />
        </Svg>
        {shown.map((percent, i) => (
          <View
            key={i}
            role="slider"
            tabIndex={0}
            aria-label={`${label}, point ${i + 1} of ${points.length}`}
            aria-orientation="vertical"
            aria-valuemin={0}
            aria-valuemax={100}
            aria-valuenow={percent}
            aria-valuetext={`${percent} percent`}
            style={styles.point}
            {...{ onKeyDown: (event: KeyboardEvent) => press(event, i) }}
          />
        ))}
      </div>
      <View style={styles.foot}>
        <Words size="words" tone="quiet" aria-hidden>
          {low}
        </Words>
        <Words size="words" tone="quiet" aria-hidden>
          {through}
        </Words>
      </View>
    </View>
  );
}

// The finger draws; the page does not scroll under it.
const FIELD = {
  position: 'relative',
  display: 'flex',
  height: HEIGHT,
  borderRadius: 8,
  overflow: 'hidden',
  touchAction: 'none',
  cursor: 'crosshair',
} as const;

const styles = StyleSheet.create({
  all: { gap: 2 },
  point: { flex: 1 },
  foot: { flexDirection: 'row', justifyContent: 'space-between' },
});
