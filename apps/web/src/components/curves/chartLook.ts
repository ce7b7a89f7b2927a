import type { CartesianChartTheme } from 'react-native-chart-kit/v2';
import { FONT, SIZE, type Palette } from '../../theme/tokens';

/** Charts in the colours and the type of everything else. */
export const chartLook = (palette: Palette): CartesianChartTheme => ({
  background: 'transparent',
  plotBackground: 'transparent',
  grid: palette.line,
  axis: palette.quiet,
  text: palette.ink,
  mutedText: palette.quiet,
  series: [palette.quiet, palette.action],
  typography: { fontFamily: FONT.text, axisLabelSize: SIZE.tiny, legendLabelSize: SIZE.tiny },
  tooltip: {
    background: palette.raised,
    border: palette.line,
    text: palette.ink,
    mutedText: palette.quiet,
    shadowOpacity: 0,
    fontSize: SIZE.small,
    labelFontSize: SIZE.tiny,
  },
});
