import { ChartScreen } from '../../../features/chart/ChartScreen';
import { FormScreen } from '../../../features/form/FormScreen';
import { useIsWide } from '../../../theme/usePalette';

/** Wide, the chart already stands on the left; the form opens beside it. */
export default function ChartRoute() {
  return useIsWide() ? <FormScreen /> : <ChartScreen />;
}
