import { later, Opening } from '../components/later';

export default later(() => import('../features/about/AboutScreen').then((m) => m.AboutScreen), Opening);
