export { ChartScreen as default } from '../../../features/chart/ChartScreen';
