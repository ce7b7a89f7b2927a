import { useMemo } from 'react';
import { BarChart } from 'react-native-chart-kit/v2';
import { chartLook } from './chartLook';
import { usePalette } from '../../theme/usePalette';

/** A part's level before and after a balance, decibels under its top. */
export interface BalancedLevel {
  readonly part: string;
  readonly before: number;
  readonly after: number;
}

export interface LevelsChartProps {
  readonly levels: readonly BalancedLevel[];
  /** A level in words. */
  readonly text: (decibels: number) => string;
  readonly width: number;
}

/** The axis begins at a multiple of this below the lowest level, dB. */
const STEP = 6;
/** Px for a part, and for the axis and what the colours mean. */
const ROW = 40;
const AROUND = 76;

/** Levels part by part, before and after: the lines beside it say the same in words. */
export function LevelsChart({ levels, text, width }: LevelsChartProps) {
  const palette = usePalette();
  const theme = useMemo(() => chartLook(palette), [palette]);
  const data = useMemo(() => levels.map((level) => ({ ...level })), [levels]);
  const lowest = Math.min(...levels.flatMap(({ before, after }) => [before, after]));
  return (
    <BarChart
      data={data}
      xKey="part"
      series={[
        { yKey: 'before', label: 'before, dB', color: palette.quiet },
        { yKey: 'after', label: 'after, dB', color: palette.action },
      ]}
      orientation="horizontal"
      mode="grouped"
      legend
      width={width}
      height={ROW * levels.length + AROUND}
      theme={theme}
      yDomain={[Math.floor(lowest / STEP - 1) * STEP, 0]}
      formatYLabel={(decibels) => String(Math.round(10 * decibels) / 10)}
      interaction="tap"
      tooltip
      accessibilityLabel={`Levels before and after: ${levels
        .map(({ part, before, after }) => `${part} ${text(before)}, ${text(after)}`)
        .join('; ')}`}
    />
  );
}
