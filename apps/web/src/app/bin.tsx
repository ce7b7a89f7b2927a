import { later } from '../components/later';

export default later(() => import('../features/songbook/BinScreen').then((m) => m.BinScreen));
