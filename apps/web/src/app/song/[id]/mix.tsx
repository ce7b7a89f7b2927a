import { later } from '../../../components/later';

export default later(() => import('../../../features/mix/MixScreen').then((m) => m.MixScreen));
