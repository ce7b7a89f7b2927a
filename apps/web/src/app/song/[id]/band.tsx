import { later } from '../../../components/later';

export default later(() => import('../../../features/band/BandScreen').then((m) => m.BandScreen));
