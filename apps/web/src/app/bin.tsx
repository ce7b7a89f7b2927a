import { later, Opening } from '../components/later';

export default later(() => import('../features/songbook/BinScreen').then((m) => m.BinScreen), Opening);
