import { ChartScreen } from '../../../features/chart/ChartScreen';
import { later } from '../../../components/later';
import { useIsWide } from '../../../theme/usePalette';

const FormScreen = later(() => import('../../../features/form/FormScreen').then((m) => m.FormScreen));

/** Wide, the chart already stands on the left; the form opens beside it. */
export default function ChartRoute() {
  return useIsWide() ? <FormScreen /> : <ChartScreen />;
}
