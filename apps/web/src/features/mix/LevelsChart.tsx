import { useMemo } from 'react';
import { BarChart } from 'react-native-chart-kit/v2';
import { chartLook } from '../../components/curves/chartLook';
import { usePalette } from '../../theme/usePalette';
import { decibelText } from '../part/decibels';

/** A part's level before and after a balance, decibels. */
export interface BalancedLevel {
  readonly part: string;
  readonly before: number;
  readonly after: number;
}

export interface LevelsChartProps {
  readonly levels: readonly BalancedLevel[];
  readonly width: number;
}

/** Px for a part, and for the axis and what the colours mean. */
const ROW = 40;
const AROUND = 76;

/** Levels part by part, before and after: the lines beside it say the same in words. */
export function LevelsChart({ levels, width }: LevelsChartProps) {
  const palette = usePalette();
  const theme = useMemo(() => chartLook(palette), [palette]);
  const data = useMemo(() => levels.map((level) => ({ ...level })), [levels]);
  const all = levels.flatMap(({ before, after }) => [before, after]);
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
      yDomain={[Math.min(0, ...all), Math.max(0, ...all, 1)]}
      formatYLabel={(decibels) => String(Math.round(10 * decibels) / 10)}
      interaction="tap"
      tooltip
      accessibilityLabel={`Levels before and after: ${levels
        .map(({ part, before, after }) => `${part} ${decibelText(before)}, ${decibelText(after)}`)
        .join('; ')}`}
    />
  );
}
